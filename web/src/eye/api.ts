import { queryOptions } from '@tanstack/react-query'
import { client, done, unwrap, type Scene, type Score } from '../api/client'
import type { components } from '../api/generated'
import { useTask } from '../api/task'

const EYE = ['eye']
type Schemas = components['schemas']

/** How somebody reads (null: the coach), and the day's scenes. */
export function eyeQuery(reader_id: string | null) {
  return queryOptions({
    queryKey: [...EYE, reader_id],
    queryFn: async () =>
      unwrap(await client.GET('/api/eye', { params: { query: reader_id === null ? {} : { reader_id } } })),
  })
}

/** A scene as one sees it: the same for ever. */
export function sceneQuery(scene: string, player_id: string) {
  return queryOptions({
    queryKey: ['scene', scene, player_id],
    staleTime: Infinity,
    queryFn: async () => {
      const query = { player_id }
      const told: unknown = unwrap(
        await client.GET('/api/scenes/{scene}', { params: { path: { scene }, query } }),
      )
      return told as Scene
    },
  })
}

interface Named {
  scene: string
}

export const useOfferCalls = () =>
  useTask(async ({ scene, body }: Named & { body: Schemas['ReadIn'] }) =>
    unwrap(await client.POST('/api/scenes/{scene}/calls', { params: { path: { scene } }, body })),
  )

export const useScore = () =>
  useTask(
    async ({ scene, body }: Named & { body: Schemas['ScoreIn'] }) => {
      const told: unknown = unwrap(
        await client.POST('/api/scenes/{scene}', { params: { path: { scene } }, body }),
      )
      return told as Score
    },
    EYE,
    ['sensitivity'],
  )

/** A guess on real ground beside what was measured there. */
export const useGuess = () =>
  useTask(async (body: Schemas['GuessIn']) => unwrap(await client.POST('/api/guesses', { body })), EYE, [
    'sensitivity',
  ])

export const useForgetEye = () =>
  useTask(
    async (reader_id: string | null) =>
      done(await client.DELETE('/api/eye', { params: { query: reader_id === null ? {} : { reader_id } } })),
    EYE,
    ['sensitivity'],
  )

import { queryOptions, keepPreviousData, useQueryClient, useMutation } from '@tanstack/react-query'
import {
  unwrap,
  client,
  type PlayerNew,
  type PlayerEdit,
  RefusedError,
  type Player,
  done,
} from '../api/client'
import { forgetAnswers } from '../api/kept'
import { ALL, useTask, PLANS, BOOK } from '../api/task'

export const playersQuery = queryOptions({
  queryKey: ['players'],
  queryFn: async () => unwrap(await client.GET('/api/players')),
})

/** What there is to say of a bag. */
export function bagQuery(player_id: string, version: number) {
  return queryOptions({
    queryKey: ['bag', player_id, version],
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(await client.GET('/api/players/{player_id}/bag', { params: { path: { player_id } } })),
  })
}

const of = (player_id: string) => ({ params: { path: { player_id } } })

/** A new player's bag, worked out from what is known; nothing is stored. */
export const newBagQuery = (body: PlayerNew) =>
  queryOptions({
    queryKey: ['new-bag', body],
    retry: false,
    queryFn: async ({ signal }) => unwrap(await client.POST('/api/players/bag', { body, signal })),
  })

/** Made-up players for looking around, and away with them. */
export const useAddSamples = () => useTask(async () => unwrap(await client.POST('/api/samples')), ALL)

export const useDropSamples = () =>
  useTask(async () => {
    done(await client.DELETE('/api/samples'))
    await forgetAnswers()
  }, ALL)

export const useAddPlayer = () =>
  useTask(
    async (body: PlayerNew) => unwrap(await client.POST('/api/players', { body })),
    playersQuery.queryKey,
  )

/** Put a whole player; refused where somebody else was faster, and then theirs is fetched. */
export function useSavePlayer(player_id: string) {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: async (body: PlayerEdit) =>
      unwrap(await client.PUT('/api/players/{player_id}', { ...of(player_id), body })),
    onSuccess: async () => {
      void queries.invalidateQueries({ queryKey: PLANS })
      void queries.invalidateQueries({ queryKey: BOOK })
      await queries.invalidateQueries({ queryKey: playersQuery.queryKey })
    },
    onError: async (error) => {
      if (error instanceof RefusedError && error.status === 409)
        await queries.invalidateQueries({ queryKey: playersQuery.queryKey })
    },
  })
}

/** Clothes and learning: what isn't part of the form. */
export const usePatchPlayer = (player_id: string) =>
  useTask(
    async (body: { layer_pct?: number; learns?: boolean; practice?: Player['practice']; forget: boolean }) =>
      unwrap(await client.PATCH('/api/players/{player_id}', { ...of(player_id), body })),
    playersQuery.queryKey,
    PLANS,
    BOOK,
    ['day-sheet'],
  )

export const useDropPlayer = () =>
  useTask(async (player_id: string) => {
    done(await client.DELETE('/api/players/{player_id}', of(player_id)))
    // Nothing of them stays in this browser either.
    await forgetAnswers()
  }, playersQuery.queryKey)

export type Stand = 'pinned' | 'excluded' | null

/** Pin a method or leave it out; the page has it at once. */
export function useSaveStand(player_id: string, method_id: string) {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: async (stand: Stand) =>
      unwrap(
        await client.PUT('/api/players/{player_id}/methods/{method_id}', {
          params: { path: { player_id, method_id } },
          body: { stand },
        }),
      ),
    onSuccess: (saved) => {
      queries.setQueryData(playersQuery.queryKey, (players: Player[] | undefined) =>
        players?.map((one) => (one.id === saved.id ? saved : one)),
      )
      void queries.invalidateQueries({ queryKey: PLANS })
    },
  })
}

/** How much is kept of a player: what deleting them takes away. */
export const heldQuery = (player_id: string) =>
  queryOptions({
    queryKey: ['held', player_id],
    queryFn: async () => unwrap(await client.GET('/api/players/{player_id}/held', of(player_id))),
  })

export const usePutGuardian = (player_id: string) =>
  useTask(
    async (body: { name: string; on: string }) =>
      unwrap(await client.PUT('/api/players/{player_id}/guardian', { ...of(player_id), body })),
    playersQuery.queryKey,
  )

export const useDropGuardian = (player_id: string) =>
  useTask(
    async () => unwrap(await client.DELETE('/api/players/{player_id}/guardian', of(player_id))),
    playersQuery.queryKey,
    ['links'],
  )

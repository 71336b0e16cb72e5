import { queryOptions } from '@tanstack/react-query'
import { client, done, unwrap, type Lesson, type LessonIn, type ThingIn } from '../api/client'
import { useTask } from '../api/task'
import { LESSONS } from '../api/lesson'
const LINKS = ['links']
const MOST_LISTED = 200

export const lessonsQuery = queryOptions({
  queryKey: [...LESSONS, 'all'],
  queryFn: async () =>
    unwrap(await client.GET('/api/lessons', { params: { query: { limit: MOST_LISTED } } })),
})

const of = (lesson_id: string) => ({ params: { path: { lesson_id } } })

export function lessonQuery(lesson_id: string) {
  return queryOptions({
    queryKey: [...LESSONS, 'one', lesson_id],
    // Drawn ways are told as fixed pairs; the client's own types forget that.
    queryFn: async () => unwrap(await client.GET('/api/lessons/{lesson_id}', of(lesson_id))) as Lesson,
  })
}

/** What a player's book says before a lesson. */
export function preparedQuery(player_id: string, before: string) {
  return queryOptions({
    queryKey: [...LESSONS, 'prepared', player_id, before],
    queryFn: async () =>
      unwrap(await client.GET('/api/prepare', { params: { query: { player_id, before } } })),
  })
}

export const useKeepLesson = () =>
  useTask(
    async ({ id, body }: { id: string; body: LessonIn }) =>
      unwrap(await client.PUT('/api/lessons/{lesson_id}', { ...of(id), body })),
    LESSONS,
  )

export const useBeginLesson = () =>
  useTask(async (id: string) => unwrap(await client.POST('/api/lessons/{lesson_id}/begin', of(id))), LESSONS)

export const useCloseLesson = () =>
  useTask(async (id: string) => unwrap(await client.POST('/api/lessons/{lesson_id}/close', of(id))), LESSONS)

export const useDropLesson = () =>
  useTask(async (id: string) => done(await client.DELETE('/api/lessons/{lesson_id}', of(id))), LESSONS)

/** Take in what was booked of its players in a span. */
export const useGatherShots = () =>
  useTask(
    async ({ id, since, until }: { id: string; since: string; until: string }) =>
      unwrap(await client.POST('/api/lessons/{lesson_id}/gather', { ...of(id), body: { since, until } })),
    LESSONS,
  )

interface PutThings {
  id: string
  player_id: string
  things: ThingIn[]
  version: number
}

export const usePutThings = () =>
  useTask(
    async ({ id, player_id, things, version }: PutThings) =>
      unwrap(
        await client.PUT('/api/lessons/{lesson_id}/things', {
          params: { path: { lesson_id: id }, query: { player_id } },
          body: { things, version },
        }),
      ),
    LESSONS,
  )

interface Spoken {
  id: string
  lesson_id: string
  seconds: number
  sound: Blob
}

/** Keep a note that was spoken in a lesson. */
export const useKeepRecording = () =>
  useTask(
    async ({ id, lesson_id, seconds, sound }: Spoken) =>
      unwrap(
        await client.PUT('/api/recordings/{recording_id}', {
          params: { path: { recording_id: id }, query: { lesson_id, seconds } },
          body: sound as unknown as string,
          bodySerializer: (body) => body,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      ),
    LESSONS,
  )

export const useDropRecording = () =>
  useTask(
    async (id: string) =>
      done(await client.DELETE('/api/recordings/{recording_id}', { params: { path: { recording_id: id } } })),
    LESSONS,
  )

export function linksQuery(player_id: string) {
  return queryOptions({
    queryKey: [...LINKS, player_id],
    queryFn: async () =>
      unwrap(await client.GET('/api/players/{player_id}/links', { params: { path: { player_id } } })),
  })
}

export const useMakeLink = () =>
  useTask(
    async ({ player_id, ends_on }: { player_id: string; ends_on: string }) =>
      unwrap(
        await client.POST('/api/players/{player_id}/links', {
          params: { path: { player_id } },
          body: { ends_on },
        }),
      ),
    LINKS,
  )

export const useRevokeLink = () =>
  useTask(
    async (link_id: string) =>
      done(await client.DELETE('/api/links/{link_id}', { params: { path: { link_id } } })),
    LINKS,
  )

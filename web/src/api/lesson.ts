import { queryOptions } from '@tanstack/react-query'
import { unwrap, client, type ItemIn, done, type Photograph, type SlopeLines } from './client'
import { useTask } from './task'

export const LESSONS = ['lessons']

/** The lesson that is open, which everything that is done joins. */
export const openLessonQuery = queryOptions({
  queryKey: [...LESSONS, 'open'],
  queryFn: async () => unwrap(await client.GET('/api/lessons/open')).lesson,
})

export const usePutItem = () =>
  useTask(
    async ({ id, item_id, body }: { id: string; item_id: string; body: ItemIn }) =>
      unwrap(await client.PUT('/api/lessons/{lesson_id}/items/{item_id}', { ...item(id, item_id), body })),
    LESSONS,
  )

export const useDropItem = () =>
  useTask(
    async ({ id, item_id }: { id: string; item_id: string }) =>
      done(await client.DELETE('/api/lessons/{lesson_id}/items/{item_id}', item(id, item_id))),
    LESSONS,
  )

export const photograph = (photograph_id: string) => ({ params: { path: { photograph_id } } })

export const useKeepPhotograph = () =>
  useTask(
    async ({ id, player_id, file }: { id: string; player_id: string; file: Blob }) =>
      unwrap(
        await client.PUT('/api/photographs/{photograph_id}', {
          params: { path: { photograph_id: id }, query: { player_id } },
          body: file as unknown as string,
          bodySerializer: (body) => body as unknown as Blob,
          headers: { 'content-type': 'application/octet-stream' },
        }),
      ) as Photograph,
    LESSONS,
  )

export const useMeasurePhotograph = () =>
  useTask(
    async ({ id, lines }: { id: string; lines: SlopeLines }) =>
      unwrap(await client.PUT('/api/photographs/{photograph_id}/slope', { ...photograph(id), body: lines })),
    LESSONS,
  )

export const useDropPhotograph = () =>
  useTask(
    async (id: string) => done(await client.DELETE('/api/photographs/{photograph_id}', photograph(id))),
    LESSONS,
  )

export const item = (lesson_id: string, item_id: string) => ({ params: { path: { lesson_id, item_id } } })

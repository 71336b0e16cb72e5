import { queryOptions, keepPreviousData } from '@tanstack/react-query'
import { client, unwrap, type Merged, type ReadStage } from '../api/client'
import { streamFile } from '../api/stream'
import { ALL, useTask } from '../api/task'
import { counted } from '../lib/counted'

/** Read a book file, JSON or zip; how far it is comes by `onStage`. */
export const useReadBook = () =>
  useTask(
    async (told: {
      file: File
      signal: AbortSignal
      onStage: (stage: ReadStage) => void
    }): Promise<Merged> => {
      const done = await streamFile<ReadStage>(
        '/api/export/read/stream',
        told.file,
        told.signal,
        told.onStage,
      )
      if (!done.merged) throw new Error('The file was not read to its end. Nothing was changed.')
      return done.merged
    },
    ALL,
  )

/** What a file brought, in words. */
export const broughtWords = (done: Merged) =>
  `Added: ${counted(done.players, 'player')} and ${counted(done.bookings, 'shot')}`

export const useMakeCopy = () =>
  useTask(async () => unwrap(await client.POST('/api/copies')), copiesQuery.queryKey)

export const copiesQuery = queryOptions({
  queryKey: ['copies'],
  queryFn: async () => unwrap(await client.GET('/api/copies')),
})

export function searchQuery(words: string) {
  return queryOptions({
    queryKey: ['search', words],
    placeholderData: keepPreviousData,
    queryFn: async ({ signal }) =>
      unwrap(await client.GET('/api/search', { params: { query: { words } }, signal })).found,
  })
}

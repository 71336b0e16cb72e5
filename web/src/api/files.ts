import { client, unwrap, type Matched, type Merged, type ReadStage } from './client'
import { copiesQuery } from './queries'
import { streamFile } from './stream'
import { ALL, useTask } from './task'

// Files in and out, and copies of the whole database.

export const usePreviewImport = (player_id: string) =>
  useTask(async (text: string) =>
    unwrap(await client.POST('/api/imports/preview', { body: { text, player_id } })),
  )

export const useStartImport = (player_id: string) =>
  useTask(async ({ text, matched }: { text: string; matched: Matched }) =>
    unwrap(
      await client.POST('/api/imports', { body: { text, player_id, matched, leave_out_doubles: true } }),
    ),
  )

export const useStopImport = () =>
  useTask(async (import_id: string) =>
    unwrap(await client.DELETE('/api/imports/{import_id}', { params: { path: { import_id } } })),
  )

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

export const useMakeCopy = () =>
  useTask(async () => unwrap(await client.POST('/api/copies')), copiesQuery.queryKey)

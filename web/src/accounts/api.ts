import { queryOptions } from '@tanstack/react-query'
import { unwrap, client, RefusedError, done } from '../api/client'
import { keepFor, owner, wipe } from '../api/kept'
import { ALL, useTask } from '../api/task'

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async () => {
    try {
      const told = unwrap(await client.GET('/api/session'))
      await keepFor(told)
      return told
    } catch (error) {
      // Veltrin can’t be reached: who was signed in still is, for what this browser keeps.
      const known = error instanceof RefusedError ? null : owner()
      if (known === null) throw error
      return known
    }
  },
})

/** Where this coach is signed in. */
export const sessionsQuery = queryOptions({
  queryKey: ['sessions'],
  queryFn: async () => unwrap(await client.GET('/api/sessions')),
})

export const useSignIn = () =>
  useTask(
    async (body: { name: string; passphrase: string; code: string | null }) =>
      unwrap(await client.POST('/api/session', { body })),
    ALL,
  )

export const useSignOut = () =>
  useTask(async () => {
    // Whatever comes of it: who leaves leaves nothing in this browser.
    await wipe()
    done(await client.DELETE('/api/session'))
  }, ALL)

export const useSignOutThere = () =>
  useTask(
    async (session_id: string) =>
      done(await client.DELETE('/api/sessions/{session_id}', { params: { path: { session_id } } })),
    sessionsQuery.queryKey,
  )

export const academiesQuery = queryOptions({
  queryKey: ['academies'],
  queryFn: async () => unwrap(await client.GET('/api/academies')),
})

/** Let one's books be calibrated with those of an academy, or not. */
export const useConsent = () =>
  useTask(
    async ({ id, consents }: { id: number; consents: boolean }) =>
      unwrap(
        await client.PUT('/api/academies/{academy_id}/consent', {
          params: { path: { academy_id: id } },
          body: { consents },
        }),
      ),
    academiesQuery.queryKey,
  )

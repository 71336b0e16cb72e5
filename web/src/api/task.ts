import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query'
import { RefusedError } from './client'

/** Whatever was looked at. */
export const ALL: QueryKey = []

/** Ask the server to do something; what it changes is looked at again. */
export function useTask<In, Out>(ask: (body: In) => Promise<Out>, ...stale: QueryKey[]) {
  const queries = useQueryClient()
  const look = async () => {
    await Promise.all(stale.map((queryKey) => queries.invalidateQueries({ queryKey })))
  }
  return useMutation({
    mutationFn: ask,
    onSuccess: look,
    // Somebody else was faster: theirs is fetched, so that both sides can be shown.
    onError: async (error) => {
      if (error instanceof RefusedError && error.status === 409) await look()
    },
  })
}

/** What a device says after it was told something is what the page shows of it. */
export function useDevice<In, Told>(ask: (body: In) => Promise<Told>, queryKey: QueryKey) {
  const queries = useQueryClient()
  return useMutation({ mutationFn: ask, onSuccess: (told) => queries.setQueryData(queryKey, told) })
}

export const PLANS: QueryKey = ['plan']

export const BOOK: QueryKey = ['book']

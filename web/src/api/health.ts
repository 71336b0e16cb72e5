import { queryOptions } from '@tanstack/react-query'
import { unwrap, client } from './client'

/** Warming is over in a moment; what is not as it should be stays so until somebody sees to it. */
const ASK_AGAIN_MS = { warming: 700, ready: false, degraded: 30_000, failed: 700 } as const

export const healthQuery = queryOptions({
  queryKey: ['health'],
  queryFn: async () => unwrap(await client.GET('/api/health')),
  refetchInterval: (query) => ASK_AGAIN_MS[query.state.data?.status ?? 'warming'],
})

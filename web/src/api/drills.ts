import { queryOptions } from '@tanstack/react-query'
import { unwrap, client } from './client'

export const drillsQuery = queryOptions({
  queryKey: ['drills'],
  queryFn: async () => unwrap(await client.GET('/api/drills')),
  staleTime: Infinity,
})

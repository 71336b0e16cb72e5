import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { client, unwrap } from './client'

export function searchQuery(words: string) {
  return queryOptions({
    queryKey: ['search', words],
    placeholderData: keepPreviousData,
    queryFn: async ({ signal }) =>
      unwrap(await client.GET('/api/search', { params: { query: { words } }, signal })).found,
  })
}

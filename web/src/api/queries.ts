import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { client, unwrap, type PlanRequest, type PlanResponse, type SchoolsResponse } from './client'

export const healthQuery = queryOptions({
  queryKey: ['health'],
  queryFn: async () => unwrap(await client.GET('/api/health')),
  refetchInterval: (query) => (query.state.data?.status === 'ready' ? false : 700),
})

export const playersQuery = queryOptions({
  queryKey: ['players'],
  queryFn: async () => unwrap(await client.GET('/api/players')),
})

export const settingsQuery = queryOptions({
  queryKey: ['settings'],
  queryFn: async () => unwrap(await client.GET('/api/settings')),
})

export const shotsQuery = queryOptions({
  queryKey: ['shots'],
  queryFn: async () => unwrap(await client.GET('/api/shots')),
})

export const catalogueQuery = queryOptions({
  queryKey: ['methods'],
  staleTime: Infinity,
  queryFn: async () => unwrap(await client.GET('/api/methods')),
})

/** Every method for a request, side by side. */
export function schoolsQuery(request: PlanRequest) {
  return queryOptions({
    queryKey: ['schools', request],
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    queryFn: async ({ signal }) => {
      const answer = await client.POST('/api/schools', { body: request, signal })
      return unwrap(answer) as SchoolsResponse
    },
  })
}

/** The plan of a request; the last one stays on screen until the next is there. */
export function planQuery(request: PlanRequest | null) {
  return queryOptions({
    queryKey: ['plan', request],
    enabled: request !== null,
    placeholderData: keepPreviousData,
    gcTime: 30_000,
    staleTime: Infinity,
    queryFn: async ({ signal }) => {
      const answer = await client.POST('/api/plan', { body: request as PlanRequest, signal })
      // The client's type helper widens the points' triples to plain arrays; the contract says triples.
      return unwrap(answer) as PlanResponse
    },
  })
}

import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import { client, unwrap, type BookSort, type PlanRequest } from './client'

/** Which shots of the book are meant. */
export interface Which {
  player_id: string
  cover?: string
  method?: string
  club?: string
  purpose?: 'shot' | 'stock' | 'trial'
  since?: string
}

export const PAGE = 40

/** A page of the book, newest first. */
export function bookQuery(which: Which, offset: number, sort: BookSort, ascending: boolean) {
  return queryOptions({
    queryKey: ['book', 'page', which, offset, sort, ascending],
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(
        await client.GET('/api/book', {
          params: { query: { ...which, limit: PAGE, offset, sort, ascending } },
        }),
      ),
  })
}

/** The question a booked shot was planned by. */
export function bookedQuestionQuery(booking_id: string) {
  return queryOptions({
    queryKey: ['book', 'question', booking_id],
    queryFn: async () =>
      unwrap<PlanRequest>(
        await client.GET('/api/book/{booking_id}/question', { params: { path: { booking_id } } }),
      ),
  })
}

export function summaryQuery(which: Which) {
  return queryOptions({
    queryKey: ['book', 'summary', which],
    placeholderData: keepPreviousData,
    queryFn: async () => unwrap(await client.GET('/api/book/summary', { params: { query: which } })),
  })
}

export function learntQuery(player_id: string) {
  return queryOptions({
    queryKey: ['book', 'learnt', player_id],
    queryFn: async () =>
      unwrap(await client.GET('/api/players/{player_id}/learnt', { params: { path: { player_id } } })),
  })
}

export function stockQuery(player_id: string) {
  return queryOptions({
    queryKey: ['book', 'stock', player_id],
    queryFn: async () =>
      unwrap(await client.GET('/api/players/{player_id}/stock', { params: { path: { player_id } } })),
  })
}

export function trialsQuery(player_id: string) {
  return queryOptions({
    queryKey: ['book', 'trials', player_id],
    queryFn: async () => unwrap(await client.GET('/api/trials', { params: { query: { player_id } } })),
  })
}

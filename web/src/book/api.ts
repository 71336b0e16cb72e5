import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import {
  client,
  done,
  unwrap,
  type Booking,
  type BookSort,
  type FaultResponse,
  type FaultRequest,
  type PlanRequest,
  type WholeIn,
  type TrialNew,
  type Matched,
} from '../api/client'
import { useTask, BOOK, PLANS } from '../api/task'

/** Which shots of the book are meant. */
export interface Which {
  player_id: string
  cover?: string
  method?: string
  club?: string
  purpose?: 'shot' | 'stock' | 'trial'
  since?: string
  course?: string
  hole?: string
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

/** Whether all balls were booked: what to ask, and whether the book looks picked. */
export function wholeQuery(player_id: string) {
  return queryOptions({
    queryKey: ['book', 'whole', player_id],
    queryFn: async () =>
      unwrap(await client.GET('/api/players/{player_id}/whole', { params: { path: { player_id } } })),
  })
}

/** Say of a day whether all its balls were booked. */
export function useSayWhole(player_id: string) {
  return useTask(
    async (body: WholeIn) =>
      unwrap(await client.PUT('/api/players/{player_id}/whole', { params: { path: { player_id } }, body })),
    BOOK,
    PLANS,
  )
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

/** Let a booked shot count, or not. */
export const useLetCount = () =>
  useTask(
    async ({ id, counts }: Pick<Booking, 'id' | 'counts'>) =>
      unwrap(
        await client.PUT('/api/book/{booking_id}/counts', {
          params: { path: { booking_id: id } },
          body: { counts },
        }),
      ),
    BOOK,
    PLANS,
  )

export const useDropBooking = () =>
  useTask(
    async (booking_id: string) =>
      done(await client.DELETE('/api/book/{booking_id}', { params: { path: { booking_id } } })),
    BOOK,
    PLANS,
  )

export const useReadFault = () =>
  useTask(async (body: FaultRequest) => unwrap(await client.POST('/api/faults', { body })) as FaultResponse)

export const useStartTrial = (player_id: string) =>
  useTask(
    async (body: TrialNew) => unwrap(await client.POST('/api/trials', { body })),
    trialsQuery(player_id).queryKey,
  )

/** What a trial of so many balls can tell, before the first is struck. */
export function trialSizeQuery(body: TrialNew) {
  const { a_call, b_call, balls_each } = body
  const isWhole = a_call !== '' && b_call !== '' && a_call !== b_call && balls_each >= 2 && balls_each <= 60
  return queryOptions({
    queryKey: ['trial-size', body],
    enabled: isWhole,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    queryFn: async ({ signal }) => unwrap(await client.POST('/api/trials/size', { body, signal })),
  })
}

export const useDropTrial = (player_id: string) =>
  useTask(
    async (trial_id: string) =>
      done(await client.DELETE('/api/trials/{trial_id}', { params: { path: { trial_id } } })),
    trialsQuery(player_id).queryKey,
  )

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

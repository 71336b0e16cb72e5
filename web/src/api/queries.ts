import { keepPreviousData, queryOptions } from '@tanstack/react-query'
import {
  client,
  RefusedError,
  unwrap,
  type PlanRequest,
  type PlanResponse,
  type ReadingName,
  type ReadyDrill,
  type SchoolsResponse,
  type Settings,
  type DaySheetRequest,
  type TwoDays,
  type TwoDaysRequest,
} from './client'
import { keepFor, lastPlan, owner } from './kept'
import { streamPlan } from './stream'

/** Warming is over in a moment; what is not as it should be stays so until somebody sees to it. */
const ASK_AGAIN_MS = { warming: 700, ready: false, degraded: 30_000, failed: 700 } as const

export const healthQuery = queryOptions({
  queryKey: ['health'],
  queryFn: async () => unwrap(await client.GET('/api/health')),
  refetchInterval: (query) => ASK_AGAIN_MS[query.state.data?.status ?? 'warming'],
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

export const linesQuery = queryOptions({
  queryKey: ['lines'],
  queryFn: async () => unwrap(await client.GET('/api/lines')),
})

interface Held {
  request: PlanRequest
  call_id: string
}

/** Each reading off by its own doubt. */
export function sensitivityQuery(body: Held & { eye: Settings['eye'] }) {
  return queryOptions({
    queryKey: ['sensitivity', body],
    staleTime: Infinity,
    queryFn: async ({ signal }) => unwrap(await client.POST('/api/sensitivity', { body, signal })),
  })
}

/** One reading over a range. */
export function whatIfQuery(body: Held & { reading: ReadingName; low: number; high: number; count: number }) {
  return queryOptions({
    queryKey: ['what-if', body],
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    queryFn: async ({ signal }) => unwrap(await client.POST('/api/what-if', { body, signal })),
  })
}

/** The same shot for every player. */
export function whoQuery(body: Held) {
  return queryOptions({
    queryKey: ['who', body],
    staleTime: Infinity,
    queryFn: async ({ signal }) =>
      unwrap(await client.POST('/api/who', { body: { ...body, eye: 'usual' }, signal })),
  })
}

export const daysQuery = queryOptions({
  queryKey: ['days'],
  queryFn: async () => unwrap(await client.GET('/api/days')),
})

const MAST_EVERY_MS = 1500

/** The mast, asked again and again while it is followed. */
export const mastQuery = queryOptions({
  queryKey: ['mast'],
  queryFn: async () => unwrap(await client.GET('/api/mast')),
  refetchInterval: (query) => (query.state.data && query.state.data.state !== 'off' ? MAST_EVERY_MS : false),
})

/** One shot on two days. */
export function twoDaysQuery(body: TwoDaysRequest | null) {
  return queryOptions({
    queryKey: ['two-days', body],
    enabled: body !== null,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    queryFn: async ({ signal }) => {
      const answer = await client.POST('/api/two-days', { body: body as TwoDaysRequest, signal })
      const told: unknown = unwrap(answer)
      return told as TwoDays
    },
  })
}

/** How far each club carries on a day. */
export function daySheetQuery(body: DaySheetRequest) {
  return queryOptions({
    queryKey: ['day-sheet', body],
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    queryFn: async ({ signal }) => unwrap(await client.POST('/api/day-sheet', { body, signal })),
  })
}

/** The catalogue, told for one hand. */
export function catalogueQuery(hand: 'right' | 'left') {
  return queryOptions({
    queryKey: ['methods', hand],
    staleTime: Infinity,
    queryFn: async () => unwrap(await client.GET('/api/methods', { params: { query: { hand } } })),
  })
}

/** Every method for a request, side by side. */
export function schoolsQuery(request: PlanRequest) {
  return queryOptions({
    queryKey: ['schools', request],
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    queryFn: async ({ signal }) => {
      const answer = await client.POST('/api/schools', { body: request, signal })
      const told: unknown = unwrap(answer)
      return told as SchoolsResponse
    },
  })
}

export async function fetchPlan(body: PlanRequest, signal: AbortSignal | null = null): Promise<PlanResponse> {
  const answer = await client.POST('/api/plan', { body, signal })
  // The client's type helper widens the points' triples to plain arrays; the contract says triples.
  const told: unknown = unwrap(answer)
  return told as PlanResponse
}

/**
 * The plan of a request. The first plan of all comes in
 * stages: the calls at once, their risk a moment later. `held`: the call that stands first on the page while a
 * reading is dragged; it stays there until it is clearly beaten.
 */
export function planQuery(request: PlanRequest | null, held: string | null = null) {
  const queryKey = held === null ? (['plan', request] as const) : (['plan', request, held] as const)
  return queryOptions<PlanResponse>({
    queryKey,
    enabled: request !== null,
    gcTime: 30_000,
    staleTime: Infinity,
    queryFn: async ({ signal, client: queries }) => {
      const shown = queries.getQueriesData({ queryKey: ['plan'] }).some(([, data]) => data !== undefined)
      if (!shown)
        return streamPlan(request as PlanRequest, signal, (stage) => queries.setQueryData(queryKey, stage))
      return fetchPlan({ ...(request as PlanRequest), shown_id: held }, signal)
    },
  })
}

/** The last whole plan that was told of a player, for when nobody answers; null: none is kept. */
export const lastPlanQuery = (player_id: string) =>
  queryOptions({
    queryKey: ['last-plan', player_id],
    queryFn: async () => {
      const told = await lastPlan(player_id)
      return told === null ? null : (JSON.parse(told) as PlanResponse)
    },
  })

export const sessionQuery = queryOptions({
  queryKey: ['session'],
  queryFn: async () => {
    try {
      const told = unwrap(await client.GET('/api/session'))
      await keepFor(told)
      return told
    } catch (error) {
      // Nobody answers: who was signed in still is, for what this browser keeps.
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

/** What there is to say of a bag. */
export function bagQuery(player_id: string, version: number) {
  return queryOptions({
    queryKey: ['bag', player_id, version],
    placeholderData: keepPreviousData,
    queryFn: async () =>
      unwrap(await client.GET('/api/players/{player_id}/bag', { params: { path: { player_id } } })),
  })
}

export const drillsQuery = queryOptions({
  queryKey: ['drills'],
  queryFn: async () => unwrap(await client.GET('/api/drills')),
  staleTime: Infinity,
})

/** A drill made ready: it changes with the player and with what the book teaches. */
export function readyDrillQuery(drill_id: string, player_id: string, version: number) {
  return queryOptions({
    queryKey: ['book', 'drill', drill_id, player_id, version],
    queryFn: async () =>
      unwrap(
        await client.GET('/api/drills/{drill_id}', {
          params: { path: { drill_id }, query: { player_id } },
        }),
      ) as ReadyDrill,
  })
}

export const copiesQuery = queryOptions({
  queryKey: ['copies'],
  queryFn: async () => unwrap(await client.GET('/api/copies')),
})

const MONITOR_EVERY_MS = 1000

/** The launch monitor, asked again and again while it is followed. */
export const monitorQuery = queryOptions({
  queryKey: ['monitor'],
  queryFn: async () => unwrap(await client.GET('/api/monitor')),
  refetchInterval: (query) =>
    query.state.data && query.state.data.state !== 'off' ? MONITOR_EVERY_MS : false,
})

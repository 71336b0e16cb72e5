import { queryOptions, keepPreviousData, useQueryClient, useMutation } from '@tanstack/react-query'
import {
  unwrap,
  client,
  type PlanRequest,
  type ReadingName,
  type TwoDaysRequest,
  type TwoDays,
  type DaySheetRequest,
  type SchoolsResponse,
  type PlanResponse,
  type Call,
  done,
  type LineIn,
  type Day,
  type Settings,
} from '../api/client'
import { lastPlan } from '../api/kept'
import { streamPlan } from '../api/stream'
import { useTask } from '../api/task'
import { isClash } from '../lib/clash'

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

/** Change some of the coach's settings; the page has them at once. */
export function useSaveSettings() {
  const queries = useQueryClient()
  const put = async ({ version, ...told }: Settings) =>
    unwrap(await client.PUT('/api/settings', { body: { ...told, version: version || null } }))
  const write = useMutation({
    mutationFn: async ({ settings, patch }: { settings: Settings; patch: Partial<Settings> }) => {
      try {
        return await put({ ...settings, ...patch })
      } catch (error) {
        if (!isClash(error)) throw error
        // Set elsewhere in the meantime: what was changed here goes on top of that, the rest stays as it is there.
        return await put({ ...unwrap(await client.GET('/api/settings')), ...patch })
      }
    },
    onMutate: ({ settings, patch }) =>
      queries.setQueryData(settingsQuery.queryKey, { ...settings, ...patch }),
    onSuccess: (settings) => queries.setQueryData(settingsQuery.queryKey, settings),
    onError: () => queries.invalidateQueries({ queryKey: settingsQuery.queryKey }),
  })
  return (patch: Partial<Settings>) => {
    const settings = queries.getQueryData(settingsQuery.queryKey)
    if (settings) write.mutate({ settings, patch })
  }
}

export const useKeepShot = () =>
  useTask(
    async (body: { request: PlanRequest; call_id: Call['id']; note: string; on_card: boolean }) =>
      unwrap(await client.POST('/api/shots', { body })),
    shotsQuery.queryKey,
  )

export const useTakeOffCard = () =>
  useTask(
    async (shot_id: number) =>
      unwrap(
        await client.PUT('/api/shots/{shot_id}/card', {
          params: { path: { shot_id } },
          body: { on_card: false },
        }),
      ),
    shotsQuery.queryKey,
  )

export const useDropShot = () =>
  useTask(
    async (shot_id: number) =>
      done(await client.DELETE('/api/shots/{shot_id}', { params: { path: { shot_id } } })),
    shotsQuery.queryKey,
  )

export const useSaveLine = () =>
  useTask(
    async (body: { name: string; line: LineIn; version: number | null }) =>
      unwrap(await client.POST('/api/lines', { body })),
    linesQuery.queryKey,
  )

export const useDropLine = () =>
  useTask(
    async (line_id: number) =>
      done(await client.DELETE('/api/lines/{line_id}', { params: { path: { line_id } } })),
    linesQuery.queryKey,
  )

export interface Origin {
  latitude: number
  longitude: number
  bearing_deg: number
}

export const useWriteGeoJson = () =>
  useTask(async (body: { name: string; line: LineIn; origin: Origin | null }) =>
    unwrap(await client.POST('/api/lines/geojson', { body })),
  )

export const useReadGeoJson = () =>
  useTask(async (file: File) =>
    unwrap(await client.POST('/api/lines/read', { body: { text: await file.text() } })),
  )

export const useSaveDay = () =>
  useTask(async (body: Day) => unwrap(await client.POST('/api/days', { body })), daysQuery.queryKey)

export const useDropDay = () =>
  useTask(
    async (day_id: number) =>
      done(await client.DELETE('/api/days/{day_id}', { params: { path: { day_id } } })),
    daysQuery.queryKey,
  )

/** A slope from what was paced and held. */
export const useMeasureSlope = () =>
  useTask(async (body: { rise_m: number; run_m: number }) =>
    unwrap(await client.POST('/api/ground/slope', { body })),
  )

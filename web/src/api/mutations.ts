import { useMutation, useQueryClient, type QueryKey } from '@tanstack/react-query'
import {
  client,
  done,
  RefusedError,
  unwrap,
  type Booking,
  type Call,
  type Day,
  type FaultRequest,
  type FaultResponse,
  type LineIn,
  type Mast,
  type Meant,
  type Monitor,
  type PlanRequest,
  type Player,
  type PlayerEdit,
  type PlayerNew,
  type Settings,
  type TrialNew,
} from './client'
import { trialsQuery } from './book'
import {
  daysQuery,
  linesQuery,
  mastQuery,
  monitorQuery,
  playersQuery,
  sessionsQuery,
  settingsQuery,
  shotsQuery,
} from './queries'
import { forgetAnswers, wipe } from './kept'
import { isClash } from '../lib/clash'
import { ALL, useDevice, useTask } from './task'

// Everything that the page asks the server to do. What a thing changes is looked at anew: `stale` names it.

const PLANS: QueryKey = ['plan']
const BOOK: QueryKey = ['book']

const of = (player_id: string) => ({ params: { path: { player_id } } })

// Coach and settings.
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
        // Set elsewhere meanwhile: what was changed here goes on top of that, the rest stays as it is there.
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

// Players.
export const useAddPlayer = () =>
  useTask(
    async (body: PlayerNew) => unwrap(await client.POST('/api/players', { body })),
    playersQuery.queryKey,
  )

/** Put a whole player; refused where somebody else was faster, and then theirs is fetched. */
export function useSavePlayer(player_id: string) {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: async (body: PlayerEdit) =>
      unwrap(await client.PUT('/api/players/{player_id}', { ...of(player_id), body })),
    onSuccess: async () => {
      void queries.invalidateQueries({ queryKey: PLANS })
      void queries.invalidateQueries({ queryKey: BOOK })
      await queries.invalidateQueries({ queryKey: playersQuery.queryKey })
    },
    onError: async (error) => {
      if (error instanceof RefusedError && error.status === 409)
        await queries.invalidateQueries({ queryKey: playersQuery.queryKey })
    },
  })
}

/** Clothes and learning: what isn't part of the form. */
export const usePatchPlayer = (player_id: string) =>
  useTask(
    async (body: { layer_pct?: number; learns?: boolean; practice?: Player['practice']; forget: boolean }) =>
      unwrap(await client.PATCH('/api/players/{player_id}', { ...of(player_id), body })),
    playersQuery.queryKey,
    PLANS,
    BOOK,
    ['day-sheet'],
  )

export const useDropPlayer = () =>
  useTask(async (player_id: string) => {
    done(await client.DELETE('/api/players/{player_id}', of(player_id)))
    // Nothing of them stays in this browser either.
    await forgetAnswers()
  }, playersQuery.queryKey)

export type Stand = 'pinned' | 'excluded' | null

/** Pin a method or leave it out; the page has it at once. */
export function useSaveStand(player_id: string, method_id: string) {
  const queries = useQueryClient()
  return useMutation({
    mutationFn: async (stand: Stand) =>
      unwrap(
        await client.PUT('/api/players/{player_id}/methods/{method_id}', {
          params: { path: { player_id, method_id } },
          body: { stand },
        }),
      ),
    onSuccess: (saved) => {
      queries.setQueryData(playersQuery.queryKey, (players: Player[] | undefined) =>
        players?.map((one) => (one.id === saved.id ? saved : one)),
      )
      void queries.invalidateQueries({ queryKey: PLANS })
    },
  })
}

// Kept shots, lines, days.
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

// The book.
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

export const useDropTrial = (player_id: string) =>
  useTask(
    async (trial_id: string) =>
      done(await client.DELETE('/api/trials/{trial_id}', { params: { path: { trial_id } } })),
    trialsQuery(player_id).queryKey,
  )

// Devices.
export const useFollowMast = () =>
  useDevice<{ on: boolean; port: number | null }, Mast>(
    async (body) => unwrap(await client.PUT('/api/mast', { body })),
    mastQuery.queryKey,
  )

export const useFollowMonitor = () =>
  useDevice<boolean, Monitor>(
    async (on) => unwrap(await client.PUT('/api/monitor', { body: { on } })),
    monitorQuery.queryKey,
  )

export const useReadyMonitor = () =>
  useDevice<Meant, Monitor>(
    async (body) => unwrap(await client.PUT('/api/monitor/ready', { body })),
    monitorQuery.queryKey,
  )

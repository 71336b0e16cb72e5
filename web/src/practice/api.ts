import { queryOptions } from '@tanstack/react-query'
import {
  client,
  done,
  unwrap,
  type ClinicIn,
  type PracticeKeep,
  type PracticeWish,
  type ReadyDrill,
  type SeasonIn,
} from '../api/client'
import { ALL, useTask } from '../api/task'

const PRACTICES = ['practices']
const MOST_LISTED = 200

/** A player's sessions, what comes or came last first. */
export function practicesQuery(player_id: string) {
  return queryOptions({
    queryKey: [...PRACTICES, player_id],
    queryFn: async () =>
      unwrap(await client.GET('/api/practices', { params: { query: { player_id, limit: MOST_LISTED } } })),
  })
}

const of = (practice_id: string) => ({ params: { path: { practice_id } } })

/** One session with the balls struck so far. */
export function practiceQuery(practice_id: string) {
  return queryOptions({
    queryKey: [...PRACTICES, 'one', practice_id],
    queryFn: async () => unwrap(await client.GET('/api/practices/{practice_id}', of(practice_id))),
  })
}

export function progressQuery(player_id: string) {
  return queryOptions({
    queryKey: [...PRACTICES, 'progress', player_id],
    queryFn: async () => unwrap(await client.GET('/api/progress', { params: { query: { player_id } } })),
  })
}

/** Drills chosen for the time, the balls and what is there, by what the book says now. */
export function builtQuery(wish: PracticeWish) {
  return queryOptions({
    queryKey: ['book', 'built', wish],
    staleTime: Infinity,
    queryFn: async () => unwrap(await client.POST('/api/practice', { body: wish })),
  })
}

export const useKeepPractice = () =>
  useTask(
    async ({ id, body }: { id: string; body: PracticeKeep }) =>
      unwrap(await client.PUT('/api/practices/{practice_id}', { ...of(id), body })),
    PRACTICES,
  )

export const useBeginPractice = () =>
  useTask(
    async (id: string) => unwrap(await client.POST('/api/practices/{practice_id}/begin', of(id))),
    PRACTICES,
  )

export const useFinishPractice = () =>
  useTask(
    async (id: string) => unwrap(await client.POST('/api/practices/{practice_id}/finish', of(id))),
    PRACTICES,
    ['book'],
  )

export const useMovePractice = () =>
  useTask(
    async ({ id, ...body }: { id: string; planned_local: string; zone: string; version: number }) =>
      unwrap(await client.PUT('/api/practices/{practice_id}/when', { ...of(id), body })),
    PRACTICES,
  )

export const useDropPractice = () =>
  useTask(
    async (id: string) => done(await client.DELETE('/api/practices/{practice_id}', of(id))),
    PRACTICES,
    ['book'],
  )

export const usePlanSeason = () =>
  useTask(async (body: SeasonIn) => unwrap(await client.POST('/api/season', { body })), PRACTICES)

/** What comes of a season, planned again from the book as it is now. */
export const useRenewSeason = () =>
  useTask(
    async (player_id: string) => unwrap(await client.POST('/api/season/renew', { body: { player_id } })),
    PRACTICES,
  )

export const usePlanClinic = () =>
  useTask(async (body: ClinicIn) => unwrap(await client.POST('/api/clinic', { body })))

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

const STILL_COMPARING_MS = 3000

/** What many books said, as it is offered here; asked again while booked shots are being compared. */
export const calibrationsQuery = queryOptions({
  queryKey: ['calibrations'],
  refetchInterval: (query) => (query.state.data?.waiting ? STILL_COMPARING_MS : false),
  queryFn: async () => unwrap(await client.GET('/api/calibrations')),
})

export const calibrationQuery = (calibration_id: number) =>
  queryOptions({
    queryKey: ['calibrations', calibration_id],
    queryFn: async () =>
      unwrap(
        await client.GET('/api/calibrations/{calibration_id}', { params: { path: { calibration_id } } }),
      ),
  })

/** Let one's plans go by a calibration, or not: every answer changes. */
export const useTakeCalibration = () =>
  useTask(
    async ({ id, taken }: { id: number; taken: boolean }) =>
      unwrap(
        await client.PUT('/api/calibrations/{calibration_id}', {
          params: { path: { calibration_id: id } },
          body: { taken },
        }),
      ),
    ALL,
  )

import type { BookingIn, Landed, MissName } from '../api/client'
import type { Finish } from './finish'

export const MISSES: readonly MissName[] = [
  'heavy',
  'thin',
  'shank',
  'left',
  'right',
  'short',
  'long',
  'ballooned',
  'ran through',
]

/** What you saw of a ball, as it is being entered. */
export interface Seen {
  finish: Finish | null
  /** Carry in metres; null: not seen. */
  carry: number | null
  heel: number | null
  up: number | null
  turf: number | null
  misses: readonly MissName[]
  putts: number | null
  again: boolean | null
  note: string
}

export const NOTHING_SEEN: Seen = {
  finish: null,
  carry: null,
  heel: null,
  up: null,
  turf: null,
  misses: [],
  putts: null,
  again: null,
  note: '',
}

type Meant =
  | { purpose: 'shot'; request: NonNullable<BookingIn['request']>; call_id: string }
  | { purpose: 'stock'; club_id: string }
  | { purpose: 'trial'; trial_id: string; arm: 'a' | 'b' }
  | { purpose: 'practice'; practice_id: string; part: number; station: number; hit: boolean }

const EMPTY = {
  source: 'hand' as const,
  air: { temperature_c: 15, altitude_m: 0, humidity_pct: 50 },
  measured: {},
  misses: [],
  note: '',
  holed: false,
  counts: true,
  former_lie: false,
  photographs: [] as string[],
}

/** A booking of what was meant and what was seen; the time is when it was entered, however late it is sent. */
export function bookingOf(
  player: string,
  meant: Meant,
  seen: Seen,
  now: Date,
  photographs: readonly string[] = [],
): BookingIn {
  const { finish } = seen
  return {
    ...EMPTY,
    player_id: player,
    booked_at: now.toISOString(),
    ...meant,
    carry_m: seen.carry,
    past_m: finish && !finish.holed ? finish.past : null,
    side_m: finish && !finish.holed ? finish.side : null,
    holed: finish?.holed ?? false,
    heel_mm: seen.heel,
    up_mm: seen.up,
    turf_cm: seen.turf,
    misses: [...seen.misses],
    putts: finish?.holed ? 0 : seen.putts,
    chipped_again: seen.again,
    note: seen.note,
    photographs: [...photographs],
  }
}

/** A shot that the launch monitor measured, for what it was meant to be. `target`: how far it was meant to go. */
export function bookingFrom(
  player: string,
  meant: Meant,
  shot: Landed,
  target: number | null,
  now: Date,
): BookingIn {
  const hasFinish = target !== null && shot.total_m != null
  return {
    ...EMPTY,
    player_id: player,
    booked_at: now.toISOString(),
    source: 'monitor',
    ...meant,
    misses: [],
    carry_m: shot.carry_m,
    carry_side_m: shot.side_m,
    past_m: hasFinish ? (shot.total_m ?? 0) - target : null,
    side_m: hasFinish ? (shot.total_side_m ?? null) : null,
    measured: {
      ball_speed_m_s: shot.ball_speed_m_s,
      launch_deg: shot.launch_deg,
      spin_rpm: shot.spin_rpm ?? null,
      descent_deg: shot.descent_deg ?? null,
    },
    heel_mm: shot.heel_mm ?? null,
  }
}

import { create } from 'zustand'
import type { BookingIn, KeptPractice, MissName, SessionPart } from '../api/client'
import type { Finish } from '../book/finish'
import { enqueue, giveUp, useQueue } from '../book/queue'
import { bookingOf, NOTHING_SEEN } from '../book/booking'
import { newId } from '../lib/new-id'

/** A ball of a session as this browser knows it. */
export interface RunBall {
  id: string
  part: number
  station: number
  hit: boolean
}

const KEY = 'veltrin.run'

interface RunState {
  /** Balls struck on this device, by session. They outlive the page. */
  struck: Record<string, RunBall[]>
}

function stored(): Record<string, RunBall[]> {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}')
    return typeof found === 'object' && found !== null ? (found as Record<string, RunBall[]>) : {}
  } catch {
    return {}
  }
}

export const useRun = create<RunState>()(() => ({ struck: stored() }))

function write(id: string, balls: RunBall[]) {
  const struck = { ...stored(), [id]: balls }
  // A session with nothing struck here needs no room.
  const kept = Object.fromEntries(Object.entries(struck).filter(([, some]) => some.length > 0))
  localStorage.setItem(KEY, JSON.stringify(kept))
  useRun.setState({ struck: kept })
}

/** Balls of a session: those in the book, then those struck here that it doesn't have yet. */
export function ballsOf(practice: KeptPractice, here: readonly RunBall[]): RunBall[] {
  const known = new Set(practice.played.map(({ id }) => id))
  return [...practice.played, ...here.filter(({ id }) => !known.has(id))]
}

/** Whether a ball is a hit by where it finished; null where that doesn't tell. */
export function hitBy(score: SessionPart['score'], limit: number | null, finish: Finish): boolean | null {
  if (limit === null) return null
  if (finish.holed) return true
  if (score === 'inside') return Math.hypot(finish.past, finish.side) <= limit
  return score === 'line' ? Math.abs(finish.side) <= limit : null
}

interface Struck {
  part: number
  station: number
  hit: boolean
  misses?: readonly MissName[]
  finish?: Finish | null
}

/** A ball of a session as it is sent. */
function ballBody(practice: KeptPractice, struck: Struck, now: Date): BookingIn {
  const { part, station, hit, misses = [], finish = null } = struck
  const meant = { purpose: 'practice', practice_id: practice.id, part, station, hit } as const
  return bookingOf(practice.player_id, meant, { ...NOTHING_SEEN, misses, finish }, now)
}

/** Strike a ball: counted here at once, and sent as soon as somebody hears it. */
export function strikeBall(practice: KeptPractice, struck: Struck): void {
  const id = newId()
  const { part, station, hit } = struck
  write(practice.id, [...(stored()[practice.id] ?? []), { id, part, station, hit }])
  void enqueue(id, ballBody(practice, struck, new Date()))
}

/** Take a ball back that is still only here; false if it is in the book already. */
export function takeBack(practice_id: string, id: string): boolean {
  const waits = useQueue.getState().waiting.some((one) => one.id === id)
  if (waits) giveUp(id)
  write(
    practice_id,
    (stored()[practice_id] ?? []).filter((one) => one.id !== id),
  )
  return waits
}

/** Once a session has ended this browser has nothing more to remember of it. */
export const forgetRun = (practice_id: string) => write(practice_id, [])

/** Where to go on: the first drill with balls left, else the last one. */
export function nextPart(practice: KeptPractice, balls: readonly RunBall[]): number {
  const left = practice.parts.findIndex(
    (part, k) => balls.filter((ball) => ball.part === k).length < part.order.length,
  )
  return left < 0 ? Math.max(practice.parts.length - 1, 0) : left
}

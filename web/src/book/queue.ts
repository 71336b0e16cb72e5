import { create } from 'zustand'
import { owner } from '../api/kept'
import { client, done, RefusedError, unwrap, type BookingIn } from '../api/client'

/** A shot that waits to be sent. `problem`: why the server would not have it. */
export interface Waiting {
  id: string
  body: BookingIn
  problem?: string
  /** Whose it is, where one has to sign in. */
  coach?: string | null
}

const KEY = 'veltrin.waiting'
const AGAIN_MS = 8_000

function stored(): Waiting[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(found) ? (found as Waiting[]) : []
  } catch {
    return []
  }
}

interface QueueState {
  waiting: Waiting[]
}

/** Shots that were entered and not yet sent. They outlive the page. */
export const useQueue = create<QueueState>()(() => ({ waiting: stored() }))

function write(change: (waiting: Waiting[]) => Waiting[]) {
  // Another tab may have sent or added some: what is kept decides, not what this page remembers.
  const waiting = change(stored())
  localStorage.setItem(KEY, JSON.stringify(waiting))
  useQueue.setState({ waiting })
}

/** What became of a shot: in the book, waiting in this browser, or not taken. */
export type Sent = 'booked' | 'waiting' | 'refused'

/** Not taken for what it holds. All else may be different in a while: nobody there, signed out, too busy, broken. */
function isRefusal(error: unknown): error is RefusedError {
  return error instanceof RefusedError && [400, 404, 409, 413, 422].includes(error.status)
}

/** Not another coach's: theirs waits until they are here again. */
const mayBeSent = (one: Waiting) =>
  one.problem === undefined && (one.coach == null || one.coach === owner()?.coach)

let onSent: () => void = () => undefined
let running: Promise<void> = Promise.resolve()

async function sendAll(): Promise<void> {
  for (;;) {
    const next = stored().find(mayBeSent)
    if (!next) return
    try {
      const params = { path: { booking_id: next.id } }
      unwrap(await client.PUT('/api/book/{booking_id}', { params, body: next.body }))
      write((waiting) => waiting.filter((one) => one.id !== next.id))
      onSent()
    } catch (error) {
      // Refused: it is shown, and nothing is lost.
      if (!isRefusal(error)) return
      write((waiting) =>
        waiting.map((one) => (one.id === next.id ? { ...one, problem: error.message } : one)),
      )
    }
  }
}

/** Send what waits, one after the other; sending twice books once, as each shot has an id of its own. */
export function flush(): Promise<void> {
  // One after the other: what was added while the last one ended is sent by the next.
  running = running.then(sendAll)
  return running
}

/** Keep a shot, then send it as soon as somebody hears it; says what came of the first try. */
export async function enqueue(id: string, body: BookingIn): Promise<Sent> {
  write((waiting) => [...waiting, { id, body, coach: owner()?.coach ?? null }])
  await flush()
  const left = stored().find((one) => one.id === id)
  if (!left) return 'booked'
  return left.problem === undefined ? 'waiting' : 'refused'
}

/** What came of taking a shot back; `late`: it is in the book, and nobody answers. */
export type TakenBack = 'taken back' | 'late'

/** Take a shot back, whether it was sent already or still waits. */
export async function takeBack(id: string): Promise<TakenBack> {
  // Not while it is on its way: it would arrive after it was taken out of those that wait.
  await flush()
  if (stored().some((one) => one.id === id)) {
    giveUp(id)
    return 'taken back'
  }
  try {
    done(await client.DELETE('/api/book/{booking_id}', { params: { path: { booking_id: id } } }))
  } catch (error) {
    // Gone already: somebody else took it back.
    if (!(error instanceof RefusedError && error.status === 404)) return 'late'
  }
  onSent()
  return 'taken back'
}

/** Give up on a shot that the server refused. */
export function giveUp(id: string) {
  write((waiting) => waiting.filter((one) => one.id !== id))
}

/** Try again by itself: when the network comes back, and every few seconds while something waits. */
export function keepSending(sent: () => void): () => void {
  onSent = sent
  const again = () => void flush()
  const timer = setInterval(() => {
    if (stored().some(mayBeSent)) again()
  }, AGAIN_MS)
  window.addEventListener('online', again)
  again()
  return () => {
    clearInterval(timer)
    window.removeEventListener('online', again)
  }
}

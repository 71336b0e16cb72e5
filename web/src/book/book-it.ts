import type { BookingIn } from '../api/client'
import { newId } from '../lib/new-id'
import { tell } from '../lib/desk'
import { enqueue, takeBack, type Sent } from './queue'
import { useBench } from '../shot/store'

const SENT_WORDS: Record<Sent, string> = {
  booked: 'Booked.',
  waiting: 'Veltrin can’t be reached. The shot waits in this browser and is sent by itself.',
  refused: 'The shot was not accepted. The field book shows why and still has it.',
}

/** What was entered, for a shot that may be entered again after it was taken back. */
interface Entered {
  keep: () => void
  forget: () => void
}

/** The booking that was the last thing done: it is what the key for undoing takes back. */
let last: { history: unknown; undo: () => void } | null = null

async function undo(id: string, body: BookingIn, entered?: Entered): Promise<void> {
  last = null
  if ((await takeBack(id)) === 'late') {
    tell('The shot is already in the book, and Veltrin can’t be reached. Undo it in the field book later.')
    return
  }
  entered?.keep()
  tell(entered ? 'Undone. What you entered is still there.' : 'Undone.', {
    words: 'Book it again',
    act: () => void bookIt(body, entered),
  })
}

/** Book a shot, and tell what came of it, with the way to take it back. */
export async function bookIt(body: BookingIn, entered?: Entered): Promise<void> {
  entered?.forget()
  const id = newId()
  const sent = await enqueue(id, body)
  if (sent === 'refused') {
    tell(SENT_WORDS.refused)
    return
  }
  const takeIt = () => void undo(id, body, entered)
  last = { history: useBench.getState().history, undo: takeIt }
  tell(SENT_WORDS[sent], { words: 'Undo', act: takeIt })
}

/** Undo what was done last: a booking where the reading did not change after it. False: there is none. */
export function undoBooking(): boolean {
  if (last === null || last.history !== useBench.getState().history) return false
  last.undo()
  return true
}

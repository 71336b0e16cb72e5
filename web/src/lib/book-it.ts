import type { BookingIn } from '../api/client'
import { newId } from './booking'
import { tell } from './desk'
import { enqueue, type Sent } from './queue'

const SENT_WORDS: Record<Sent, string> = {
  booked: 'Booked.',
  waiting: 'Nobody answers: the shot waits in this browser and is sent by itself.',
  refused: 'The shot was refused: the field book says why, and keeps it.',
}

/** Book a shot, and tell what came of it. */
export async function bookIt(body: BookingIn): Promise<void> {
  tell(SENT_WORDS[await enqueue(newId(), body)])
}

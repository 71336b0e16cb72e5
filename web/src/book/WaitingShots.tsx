import { Live } from '../ui/Live'
import { flush, giveUp, useQueue } from './queue'
import { momentWords } from '../lib/when'
import { countedThat } from '../lib/counted'

/** Shots that were entered and not yet sent, and those the server would not have. */
export function WaitingShots() {
  const waiting = useQueue((state) => state.waiting)
  const refused = waiting.filter((one) => one.problem !== undefined)
  const count = waiting.length - refused.length
  return (
    <Live as="div" className="my-2 border-l-4 border-hot bg-lit px-3 py-2">
      {waiting.length > 0 && (
        <>
          {count > 0 && (
            <p>
              {countedThat(count, 'shot', 'waits', 'wait')} in this browser to be sent.{' '}
              <button type="button" className="press py-0" onClick={() => void flush()}>
                Send now
              </button>
            </p>
          )}
          {refused.map((one) => (
            <p key={one.id}>
              A shot of {one.body.booked_at && momentWords(one.body.booked_at)} was refused: {one.problem}{' '}
              <button type="button" className="press py-0" onClick={() => giveUp(one.id)}>
                Delete it
              </button>
            </p>
          ))}
        </>
      )}
    </Live>
  )
}

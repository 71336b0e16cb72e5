import { useRef, type RefObject } from 'react'
import type { Call } from '../../api/client'
import { callName, OUT_WORDS } from '../advice'
import type { Reading } from '../reading'
import { useUnits } from '../../lib/use-units'
import { shortWords } from '../words'

interface AnswerBarProps {
  call: Call
  reading: Reading
  isOld: boolean
  isSettling: boolean
  calls: RefObject<HTMLDivElement | null>
  mayBook: boolean
  onBook: () => void
}

const SWIPE_PX = 30

/** The answer at the foot of a phone or tablet, never off the screen; a press or a swipe up leads to the calls. */
export function AnswerBar(props: AnswerBarProps) {
  const { call, reading, isOld, isSettling, calls, mayBook, onBook } = props
  const units = useUnits()
  const from = useRef<number | null>(null)
  const toCalls = () => {
    const top = calls.current?.getBoundingClientRect().top ?? 0
    // Pressed again at the calls it leads back to the ground.
    if (Math.abs(top) < 120) window.scrollTo({ top: 0, behavior: 'smooth' })
    else calls.current?.scrollIntoView({ behavior: 'smooth', block: 'start' })
  }
  return (
    <section
      aria-label="Answer"
      className="no-print fixed inset-x-0 bottom-0 z-30 flex border-t-2 border-ink bg-lit lg:hidden"
      onTouchStart={(event) => (from.current = event.touches[0]?.clientY ?? null)}
      onTouchEnd={(event) => {
        const to = event.changedTouches[0]?.clientY
        if (from.current !== null && to !== undefined && from.current - to > SWIPE_PX) toCalls()
        from.current = null
      }}
    >
      <button type="button" className="min-h-14 min-w-0 grow px-3 py-1.5 text-left" onClick={toCalls}>
        <span className="sr-only">To the calls: </span>
        <span className={`flex flex-wrap items-baseline gap-x-2 ${isOld ? 'text-quiet line-through' : ''}`}>
          <b className="min-w-0 max-w-full flex-[1_1_7.5rem] truncate text-head">
            {callName(call)}
            {call.target.name !== 'flag' && `, ${OUT_WORDS[call.target.name]}`}
          </b>
          <b className="figure ml-auto whitespace-nowrap">
            {call.strokes.toFixed(2)}
            <span className="font-normal text-quiet"> strokes</span>
          </b>
        </span>
        <span className="block truncate text-small text-quiet">
          {isOld
            ? 'for your last reading: Veltrin can’t be reached'
            : `${isSettling ? '… ' : ''}${shortWords(call, reading.front, reading.back, units)}`}
        </span>
      </button>
      <button
        type="button"
        data-tour="book"
        className="press-main min-h-14 min-w-16 px-3 font-semibold disabled:opacity-50"
        disabled={!mayBook}
        onClick={onBook}
      >
        Book
      </button>
    </section>
  )
}

import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useDrawnWidth } from '../../lib/use-drawn-width'
import { Elevation, LOW_CUT, TALLEST, WIDE_CUT, type Drawn } from '../../drawing/Elevation'
import { keptScale, LINE_NARROW, LINE_WIDE, lineScale, type LineScale } from '../../drawing/line-scale'
import { PlanView } from '../../drawing/PlanView'
import type { AreaKind } from '../line'
import { isLed } from '../mast'
import { mappedOf } from '../mapped'
import { MAP_WORDS } from '../on-course'
import type { Reading } from '../reading'
import { useBench } from '../store'
import { MIDDLE, useAtLeast } from '../../lib/use-wide'
import { OUT_WORDS } from '../advice'
import { distance, height, show } from '../../lib/units'
import { Head } from '../../ui/Head'
import { LineTools } from './LineTools'
import { useUnits } from '../../lib/use-units'
import { mastQuery } from '../../devices/api'

interface LinePanelProps {
  reading: Reading
  drawn: Drawn[]
  onLines: () => void
  onCourse: () => void
}

const SWATCH = { hot: '', second: '7 4', ghost: '2 4' }

function Key(props: { tone: 'hot' | 'second' | 'ghost'; name: string; words: string }) {
  const colour = props.tone === 'ghost' ? 'var(--quiet)' : `var(--${props.tone})`
  return (
    <li className="lg:whitespace-nowrap">
      <svg width={26} height={8} aria-hidden className="mr-2 inline-block align-middle">
        <line x2={26} y1={4} y2={4} stroke={colour} strokeWidth={2.2} strokeDasharray={SWATCH[props.tone]} />
      </svg>
      <span style={{ color: colour }} className="mr-2 font-semibold">
        {props.name}
      </span>
      <span className="text-quiet">{props.words}</span>
    </li>
  )
}

/** What is drawn, in words. */
function Legend({ drawn }: { drawn: Drawn[] }) {
  const units = useUnits()
  const unit = units.distance
  const first = drawn[0]?.call
  if (!first) return null
  return (
    <>
      <ul aria-label="What is drawn">
        {drawn.map(({ call, tone }) => (
          <Key
            key={call.id}
            tone={tone}
            name={call.club_name}
            words={`${call.method_name.toLowerCase()}${call.target.name === 'flag' ? '' : `, ${OUT_WORDS[call.target.name]}`}: lands ${distance(call.carry_m, units)}, stops ${distance(call.total_m, units)} ${unit}, height ${height(call.apex_m, units)}`}
          />
        ))}
        {first.detail && (
          <Key
            tone="ghost"
            name="stock, level ground"
            words={`same club and swing: stops ${distance(first.detail.ghost.total_m, units)} ${unit}, height ${height(first.detail.ghost.apex_m, units)}`}
          />
        )}
      </ul>
      <p className="text-tiny text-quiet">
        dots: balls; dashed line: 8 of 10 balls; finishes {show(first.leave_m, 'distance', units)} away on
        average
      </p>
    </>
  )
}

/** A landing place that was chosen by hand, and the way back. */
function FixedLanding({ reading }: { reading: Reading }) {
  const units = useUnits()
  if (reading.land === 0) return null
  return (
    <p className="no-print">
      lands at {show(reading.land, 'distance', units)}, fixed:{' '}
      <button type="button" className="word" onClick={() => useBench.getState().set({ land: 0 })}>
        make it automatic
      </button>
    </p>
  )
}

/**
 * Keep the scale while a grip is held. A drawing that makes room in the meantime would give the same place under the finger
 * another value, and the grip would run away from it.
 */
function useHeldScale(now: LineScale) {
  const [kept, setKept] = useState<LineScale | null>(null)
  const { drag, release } = useBench.getState()
  return {
    scale: keptScale(kept, now),
    onDrag: (patch: Partial<Reading>) => {
      setKept((at) => at ?? now)
      drag(patch)
    },
    onRelease: () => {
      setKept(null)
      release()
    },
  }
}

/** Whose line this is, as long as its flag is where the map has it. */
function FromTheMap({ reading }: { reading: Reading }) {
  const mapped = mappedOf(reading)
  if (!mapped) return null
  const known = MAP_WORDS.filter(([what]) => mapped.known.includes(what)).map(([, words]) => words)
  return (
    <p className="px-3.5 text-tiny text-quiet">
      From the map of {mapped.course}, hole {mapped.hole}: {known.join(', ')}.{' '}
      <button type="button" className="word" onClick={() => useBench.getState().set({ place: null })}>
        Move the ground by hand
      </button>
    </p>
  )
}

/**
 * Line: from the side and from above, at one scale. What a drag or its answer changes in words stands below the drawings:
 * a line of text more above them would push a grip away from under the finger.
 */
export function LinePanel({ reading, drawn, onLines, onCourse }: LinePanelProps) {
  const units = useUnits()
  const led = isLed(useQuery(mastQuery).data)
  const [drawing, setDrawing] = useState<AreaKind | null>(null)
  const { set } = useBench.getState()
  const isWide = useAtLeast(MIDDLE)
  const [lines, width] = useDrawnWidth(LINE_NARROW)
  const { scale, onDrag, onRelease } = useHeldScale(
    lineScale(
      isWide ? LINE_WIDE : width,
      reading,
      drawn.map((d) => d.call),
      TALLEST - (isWide ? WIDE_CUT : LOW_CUT),
    ),
  )
  const toGreen =
    reading.front > 0 ? `, ${show(reading.front, 'distance', units)} to the green` : ', on the green'
  const heights = scale.lift === 1 ? 'heights to scale' : `heights ×${scale.lift}`
  return (
    <section
      ref={lines}
      aria-label="Line"
      className="bench-line flex min-w-0 flex-col border-rule lg:border-r"
    >
      <Head
        title="Line"
        note={`${show(reading.flag, 'distance', units)} to the flag${toGreen}; ${heights}`}
      />
      <div className="flex flex-wrap items-baseline">
        <LineTools
          reading={reading}
          drawing={drawing}
          onDrawing={setDrawing}
          onLines={onLines}
          onCourse={onCourse}
        />
        <FromTheMap reading={reading} />
      </div>
      <Elevation
        reading={reading}
        drawn={drawn}
        scale={scale}
        cut={isWide ? WIDE_CUT : LOW_CUT}
        onDrag={onDrag}
        onRelease={onRelease}
        onStep={set}
      />
      <div className="border-t border-rule">
        <PlanView
          reading={reading}
          drawn={drawn}
          scale={scale}
          drawing={drawing}
          onDrawn={() => setDrawing(null)}
          isLed={led}
          onDrag={onDrag}
          onRelease={onRelease}
          onStep={set}
        />
      </div>
      <div className="px-3.5 pb-1 text-small">
        <FixedLanding reading={reading} />
        <Legend drawn={drawn} />
      </div>
    </section>
  )
}

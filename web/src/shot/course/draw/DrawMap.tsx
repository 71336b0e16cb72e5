import { useState, type ReactNode } from 'react'
import { CourseGround, FlagMark, HoleNumbers, ScaleBar } from '../../../drawing/CourseGround'
import { polyline } from '../../../lib/geometry'
import { show } from '../../../lib/units'
import { useDrawnWidth } from '../../../lib/use-drawn-width'
import { useUnits } from '../../../lib/use-units'
import type { AreaKind } from '../../line'
import type { Place } from '../../mapped'
import { PIECES, placesOf, stacked, type Chosen, type Draft } from './draft'
import { Corners, Marks, type OnSheet } from './DrawGrips'
import { moveLaid, onGround, type Laid, type Picture } from './picture'
import { redoDraft, undoDraft, useDraft } from './use-draft'
import { fromSheet, toSheet, useHand, viewOf, zoomed, type Size, type View } from './view'

const WIDEST = 760
const TALL = { phone: 380, wide: 560 }
const PHONE = 480
const CLOSER = 1.5
const BARS_M = [1000, 500, 200, 100, 50, 20, 10, 5, 2, 1]

const KINDS = new Map(PIECES.map(({ name, kind, words }) => [name, { kind: kind as AreaKind, words }]))

interface DrawMapProps {
  draft: Draft
  chosen: Chosen | null
  /** Corners of what is being drawn. */
  begun: readonly Place[]
  /** The picture beneath, as it lies; null: none. */
  beneath: { picture: Picture; laid: Laid } | null
  /** The picture is being laid: what is dragged is it. */
  isLaying: boolean
  /** Touched at a place; how far a finger reaches there (m). */
  onTap: (at: Place, reach: number) => void
}

/** A course from above as it is drawn, north up: touch it, drag it, come closer; corners of what is chosen can be moved. */
export function DrawMap({ draft, chosen, begun, beneath, isLaying, onTap }: DrawMapProps) {
  const units = useUnits()
  const { past, future } = useDraft()
  const [drawing, W] = useDrawnWidth(WIDEST)
  const size: Size = { width: W, height: W < PHONE ? TALL.phone : TALL.wide }
  const [seen, setSeen] = useState<View | null>(null)
  const all = [...placesOf(draft), ...(beneath ? edgesOf(beneath.picture, beneath.laid) : [])]
  // What is in sight stays so while it is drawn: it is looked for as the sheet or a picture is laid, and when asked.
  const [about, setAbout] = useState(all)
  const key = beneath?.picture.key
  const [laidKey, setLaidKey] = useState(key)
  const seeAll = () => {
    setAbout(all)
    setSeen(null)
  }
  if (key !== laidKey) {
    setLaidKey(key)
    if (key !== undefined) seeAll()
  }
  const view = seen ?? viewOf(about, size)
  const at = (place: Place) => toSheet(view, size, place)
  const back = (x: number, y: number) => fromSheet(view, size, [x, y])
  const hand = useHand({
    view,
    size,
    onView: setSeen,
    onTap: (place) => onTap(place, 12 / view.k),
    onDrag: isLaying
      ? (e, n) => moveLaid((laid) => ({ ...laid, at: [laid.at[0] + e, laid.at[1] + n] }))
      : undefined,
  })
  const zoom = (by: number) => setSeen(zoomed(view, size, by, [W / 2, size.height / 2]))
  const bar = BARS_M.find((metres) => metres * view.k < W / 3) ?? 1
  const lies = stacked(draft.lies).flatMap((i) => {
    const one = draft.lies[i]
    const is = one && KINDS.get(one.ground)
    return one && is ? [{ ...is, ground: one.ground, ring: one.ring }] : []
  })
  return (
    <div>
      <svg
        ref={drawing}
        viewBox={`0 0 ${W} ${size.height}`}
        className="block w-full touch-none border border-rule outline-offset-2"
        role="group"
        aria-label="The course from above, as it is drawn"
        aria-describedby="draw-keys"
        tabIndex={0}
        {...hand}
      >
        <rect width={W} height={size.height} fill="var(--paper-lit)" />
        {beneath && <Lying picture={beneath.picture} laid={beneath.laid} at={at} k={view.k} />}
        <CourseGround
          lies={lies}
          trees={draft.trees}
          ways={draft.holes}
          at={at}
          k={view.k}
          isThin={!!beneath}
        />
        {draft.holes.map(({ number, flag }) => flag && <FlagMark key={number} at={at(flag)} />)}
        <HoleNumbers ways={draft.holes} at={at} />
        <path
          d={`M${W / 2 - 7} ${size.height / 2}h14M${W / 2} ${size.height / 2 - 7}v14`}
          className="draw-cross"
          stroke="var(--ink)"
          aria-hidden
        />
        {begun.length > 0 && (
          <g aria-hidden>
            <path d={polyline(begun.map(at))} fill="none" stroke="var(--hot)" strokeWidth={1.8} />
            {begun.map((place, i) => {
              const [x, y] = at(place)
              return (
                <circle
                  key={i}
                  cx={x}
                  cy={y}
                  r={4}
                  fill="var(--paper)"
                  stroke="var(--hot)"
                  strokeWidth={1.6}
                />
              )
            })}
          </g>
        )}
        {chosen && !isLaying && <Corners draft={draft} chosen={chosen} at={at} back={back} />}
        {isLaying && beneath && <Marks laid={beneath.laid} at={at} back={back} />}
        <ScaleBar long={bar * view.k} words={show(bar, 'distance', units)} x={W - 16} y={size.height - 12} />
      </svg>
      <p id="draw-keys" className="sr-only">
        Arrows move the sheet, plus and minus change its scale, Enter touches the place in the middle.
      </p>
      <div className="mt-1 flex flex-wrap gap-2">
        <Press onPress={() => zoom(CLOSER)}>Closer</Press>
        <Press onPress={() => zoom(1 / CLOSER)}>Wider</Press>
        <Press onPress={seeAll}>Everything</Press>
        <Press onPress={undoDraft} isOff={past.length === 0}>
          Undo
        </Press>
        <Press onPress={redoDraft} isOff={future.length === 0}>
          Redo
        </Press>
      </div>
    </div>
  )
}

function Press(props: { onPress: () => void; isOff?: boolean; children: ReactNode }) {
  return (
    <button type="button" className="press" disabled={props.isOff} onClick={props.onPress}>
      {props.children}
    </button>
  )
}

function edgesOf({ width, height }: Picture, laid: Laid): Place[] {
  const [x, y] = [width / 2, height / 2]
  return [onGround(laid, [-x, -y]), onGround(laid, [x, -y]), onGround(laid, [x, y]), onGround(laid, [-x, y])]
}

function Lying({ picture, laid, at, k }: { picture: Picture; laid: Laid; k: number } & Pick<OnSheet, 'at'>) {
  const [x, y] = at(laid.at)
  return (
    <image
      href={picture.href}
      x={-picture.width / 2}
      y={-picture.height / 2}
      width={picture.width}
      height={picture.height}
      transform={`translate(${x} ${y}) rotate(${-laid.north}) scale(${k * laid.metres})`}
      aria-hidden
    />
  )
}

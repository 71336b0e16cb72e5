import { useState, type PointerEvent } from 'react'
import { polyline } from '../lib/geometry'
import { newArea, type AreaKind, type Box } from '../shot/line'
import { snap, type Reading } from '../shot/reading'
import { halfDegree, show } from '../lib/units'
import type { Drawn } from './Elevation'
import { Aim, Ends } from './PlanAim'
import { Grip } from './Grip'
import { Handle } from './Handle'
import { AreaHatches, Hatches } from './hatch'
import { MID, PLAN_H, type LineScale } from './line-scale'
import { AreaGrips, AreaShapes } from './PlanAreas'
import { pointIn } from './pointer'
import { WindArrow } from './WindArrow'
import { mappedOf } from '../shot/mapped'
import { useUnits } from '../lib/use-units'
import { NUMBERS } from '../shot/numbers'

interface PlanProps {
  reading: Reading
  drawn: Drawn[]
  scale: LineScale
  /** The kind of area being drawn by hand; null: none. */
  drawing: AreaKind | null
  onDrawn: () => void
  /** The mast drives the wind. */
  isLed?: boolean
  onDrag: (patch: Partial<Reading>) => void
  onRelease: () => void
  onStep: (patch: Partial<Reading>) => void
}

type Shown = Pick<PlanProps, 'reading' | 'scale'>

/** y to the right of the line, which is down on the page. */
function top(points: [number, number, number][], scale: LineScale): string {
  return polyline(points.map(([x, y]) => [scale.x(x), MID + y * scale.k]))
}

function Green({ reading, scale }: Shown) {
  return (
    <ellipse
      cx={scale.x((reading.front + reading.back) / 2)}
      cy={MID}
      rx={((reading.back - reading.front) / 2) * scale.k}
      ry={(reading.width / 2) * scale.k}
      fill="var(--turf-fill)"
      stroke="var(--turf)"
      strokeWidth={1.4}
    />
  )
}

/** Things in the way from above: what the flight has to pass. */
function Footprints({ reading, scale }: Shown) {
  return (
    <>
      {reading.obstacles.map((o, i) => (
        <rect
          key={i}
          x={scale.x(o.at)}
          width={Math.max(2, o.deep * scale.k)}
          y={MID + o.left * scale.k}
          height={(o.right - o.left) * scale.k}
          fill={o.kind === 'tree' || o.kind === 'branch' ? 'url(#plan-trees)' : 'url(#plan-earth)'}
          stroke="var(--ink)"
          strokeDasharray={o.low > 0.3 ? '3 3' : undefined}
        />
      ))}
    </>
  )
}

const TILT_PX = 9

/** An arrow down the tilt of the green; its tip is a grip, a degree every few pixels. */
function Tilt({
  reading,
  scale,
  onDrag,
  onRelease,
  onStep,
}: Omit<PlanProps, 'drawn' | 'drawing' | 'onDrawn'>) {
  const steep = Math.hypot(reading.greenFall, reading.greenSide)
  const x = scale.x((reading.flag + reading.back) / 2)
  const y = Math.max(30, MID - (reading.width / 2) * scale.k * 0.55)
  const [dx, dy] = [reading.greenFall * TILT_PX, reading.greenSide * TILT_PX]
  const words = steep === 0 ? 'level' : `falls ${halfDegree(steep)}°`
  return (
    <g>
      {steep > 0 && <line x1={x} y1={y} x2={x + dx} y2={y + dy} stroke="var(--turf)" strokeWidth={2} />}
      <circle cx={x} cy={y} r={2.5} fill="var(--turf)" />
      {steep > 0 && (
        <text
          x={x + (reading.greenFall < 0 ? 12 : -12)}
          y={y + 4}
          textAnchor={reading.greenFall < 0 ? 'start' : 'end'}
          className="halo quiet"
        >
          {words}
        </text>
      )}
      <Grip
        small
        x={x + dx}
        y={y + dy}
        label="Tilt of the green"
        value={reading.greenFall}
        high={NUMBERS.greenFall.high}
        spoken={words}
        onMove={(px, py) =>
          onDrag({
            greenFall: snap('greenFall', (px - x) / TILT_PX),
            greenSide: snap('greenSide', (py - y) / TILT_PX),
          })
        }
        onRelease={onRelease}
        onStep={(along, up) =>
          onStep({
            greenFall: snap('greenFall', reading.greenFall + 0.5 * along),
            greenSide: snap('greenSide', reading.greenSide - 0.5 * up),
          })
        }
      />
    </g>
  )
}

/** Follow a drag over the plan that draws an area. */
function useDrawing({ drawing, reading, scale, onDrawn, onStep }: PlanProps) {
  const [box, setBox] = useState<{ from: [number, number]; to: [number, number] } | null>(null)
  const metres = ([x, y]: [number, number]) => [(x - scale.x(0)) / scale.k, (y - MID) / scale.k] as const
  const shown: Box | null = box && {
    x0: Math.min(box.from[0], box.to[0]),
    x1: Math.max(box.from[0], box.to[0]),
    y0: Math.min(box.from[1], box.to[1]),
    y1: Math.max(box.from[1], box.to[1]),
  }
  const handlers = {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      if (!drawing) return
      event.currentTarget.setPointerCapture(event.pointerId)
      const at = pointIn(event)
      setBox({ from: at, to: at })
    },
    onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
      if (!box) return
      setBox({ ...box, to: pointIn(event) })
    },
    onPointerUp: () => {
      if (!shown || !drawing) return
      const [x0, y0] = metres([shown.x0, shown.y0])
      const [x1, y1] = metres([shown.x1, shown.y1])
      onStep({ areas: [...reading.areas, newArea(drawing, { x0, x1, y0, y1 })] })
      setBox(null)
      onDrawn()
    },
  }
  return { shown, handlers }
}

/** From above, same scale across as along: aim, curve, where strikes end, the green, its tilt, and all trouble. */
export function PlanView(props: PlanProps) {
  const units = useUnits()
  const { reading, drawn, scale, drawing, isLed = false, onDrag, onRelease, onStep } = props
  // Ground off a map is left where it lies: its grips would cover it.
  const isMapped = mappedOf(reading) !== null
  const [first] = drawn
  const flagX = scale.x(reading.flag)
  const { shown, handlers } = useDrawing(props)
  const widthY = Math.min(PLAN_H - 12, MID + (reading.width / 2) * scale.k)
  return (
    <svg
      viewBox={`0 0 ${scale.width} ${PLAN_H}`}
      className={`block w-full ${drawing ? 'cursor-crosshair touch-none' : ''}`}
      role="group"
      aria-label="The line from above"
      {...handlers}
    >
      <Hatches id="plan" />
      <AreaHatches id="plan" />
      <Green reading={reading} scale={scale} />
      <AreaShapes areas={reading.areas} scale={scale} mid={MID} />
      <Footprints reading={reading} scale={scale} />
      <line x1={scale.x(0)} y1={MID} x2={flagX} y2={MID} stroke="var(--quiet)" strokeDasharray="2 4" />
      {[...drawn].reverse().map(({ call, tone }) => (
        <Ends key={call.id} call={call} scale={scale} tone={tone} />
      ))}
      {first && <Aim reading={reading} scale={scale} drawn={first} />}
      {[...drawn].reverse().map(({ call, tone }) =>
        call.detail ? (
          <g
            key={call.id}
            fill="none"
            stroke={`var(--${tone})`}
            strokeDasharray={tone === 'hot' ? undefined : '7 4'}
          >
            <path d={top(call.detail.flight, scale)} strokeWidth={2.2} />
            <path d={top(call.detail.run, scale)} strokeWidth={1.4} />
          </g>
        ) : null,
      )}
      <circle cx={flagX} cy={MID} r={3.5} fill="var(--ink)" />
      <circle cx={scale.x(0)} cy={MID} r={4.5} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.5} />
      {!drawing && (
        <>
          <AreaGrips
            areas={isMapped ? [] : reading.areas}
            scale={scale}
            mid={MID}
            onChange={(areas, isDrag) => (isDrag ? onDrag : onStep)({ areas })}
            onRelease={onRelease}
          />
          <Tilt reading={reading} scale={scale} onDrag={onDrag} onRelease={onRelease} onStep={onStep} />
          <WindArrow
            reading={reading}
            x={52}
            y={40}
            isLed={isLed}
            onDrag={onDrag}
            onRelease={onRelease}
            onStep={onStep}
          />
          <Handle
            x={scale.x((reading.front + reading.back) / 2)}
            y={widthY}
            along="y"
            label="Width of the green"
            value={reading.width}
            low={NUMBERS.width.low}
            high={NUMBERS.width.high}
            step={NUMBERS.width.step}
            spoken={show(reading.width, 'distance', units)}
            valueAt={(_, y) => snap('width', (2 * (y - MID)) / scale.k)}
            onDrag={(width) => onDrag({ width })}
            onRelease={onRelease}
            onStep={(width) => onStep({ width: snap('width', width) })}
          />
        </>
      )}
      {shown && (
        <rect
          x={shown.x0}
          y={shown.y0}
          width={shown.x1 - shown.x0}
          height={shown.y1 - shown.y0}
          fill="none"
          stroke="var(--hot)"
          strokeDasharray="4 3"
        />
      )}
    </svg>
  )
}

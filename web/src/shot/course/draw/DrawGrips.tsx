import { useState } from 'react'
import { Grip } from '../../../drawing/Grip'
import { polyline } from '../../../lib/geometry'
import type { Place } from '../../mapped'
import {
  changed,
  cornersOf,
  withCorner,
  withNewCorner,
  withoutCorner,
  type Chosen,
  type Draft,
} from './draft'
import { moveLaid, onGround, onPicture, type Laid } from './picture'
import { changeDraft, letGo, useDraft } from './use-draft'

/** Between corners nearer than this (px) there is no room for a grip. */
const ROOM_PX = 44

/** Where places are on the sheet, and back. */
export interface OnSheet {
  at: (place: Place) => [number, number]
  back: (x: number, y: number) => Place
}

const spoken = ([e, n]: Place) => `${Math.round(e)} m east, ${Math.round(n)} m north`

/** A grip that moves a place by metres. */
function PlaceGrip(
  props: OnSheet & {
    place: Place
    label: string
    small?: boolean
    onPlace: (place: Place, isHeld: boolean) => void
    onRelease: () => void
    onDelete?: () => void
  },
) {
  const { at, back, place, label, small = false, onPlace, onRelease, onDelete } = props
  const [x, y] = at(place)
  return (
    <Grip
      x={x}
      y={y}
      small={small}
      label={label}
      value={Math.round(place[0])}
      high={Math.round(Math.abs(place[0])) + 1000}
      spoken={spoken(place)}
      onMove={(px, py) => onPlace(back(px, py), true)}
      onRelease={onRelease}
      onStep={(along, up) => onPlace([place[0] + along, place[1] + up], false)}
      {...(onDelete ? { onDelete } : {})}
    />
  )
}

/** The corners of what is chosen, a place for a new one between each two, and a hole's flag. */
export function Corners({ draft, chosen, ...sheet }: { draft: Draft; chosen: Chosen } & OnSheet) {
  // While a new corner is held it is the one after the grip that made it.
  const [made, setMade] = useState<number | null>(null)
  const corners = cornersOf(draft, chosen)
  const isRing = chosen.what === 'lies'
  const release = (corner: number | null) => () => {
    setMade(null)
    letGo(corner)
  }
  const touched = useDraft((drawing) => drawing.corner)
  const betweens = (chosen.what === 'trees' ? [] : corners).flatMap((a, i) => {
    const b = corners[i + 1] ?? (isRing ? corners[0] : undefined)
    if (!b) return []
    const place: Place = made === i && corners[i + 1] ? (corners[i + 1] as Place) : half(a, b)
    const [[x, y], [u, v]] = [sheet.at(a), sheet.at(b)]
    return made === i || Math.hypot(u - x, v - y) > ROOM_PX ? [{ i, place }] : []
  })
  const hole = chosen.what === 'holes' ? draft.holes[chosen.at] : undefined
  return (
    <>
      <path
        d={polyline([...corners, ...(isRing && corners[0] ? [corners[0]] : [])].map(sheet.at))}
        fill="none"
        stroke="var(--hot)"
        strokeWidth={1.8}
        aria-hidden
      />
      {touched !== null && corners[touched] && chosen.what !== 'trees' && (
        <circle {...centre(sheet.at(corners[touched]))} r={12} fill="none" stroke="var(--hot)" aria-hidden />
      )}
      {betweens.map(({ i, place }) => (
        <PlaceGrip
          key={`between-${i}`}
          {...sheet}
          small
          place={place}
          label={`New corner after ${i + 1}`}
          onPlace={(to, isHeld) => {
            if (made === i) changeDraft((now) => withCorner(now, chosen, i + 1, to), { isHeld })
            else changeDraft((now) => withNewCorner(now, chosen, i, to), { isHeld })
            if (isHeld) setMade(i)
          }}
          onRelease={release(i + 1)}
        />
      ))}
      {corners.map((place, i) => (
        <PlaceGrip
          key={`corner-${i}`}
          {...sheet}
          place={place}
          label={chosen.what === 'trees' ? 'Tree' : `Corner ${i + 1}`}
          onPlace={(to, isHeld) => changeDraft((now) => withCorner(now, chosen, i, to), { isHeld })}
          onRelease={release(i)}
          onDelete={() => {
            changeDraft((now) => withoutCorner(now, chosen, i))
            letGo()
          }}
        />
      ))}
      {hole?.flag && (
        <PlaceGrip
          {...sheet}
          small
          place={hole.flag}
          label={`Flag of hole ${hole.number}`}
          onPlace={(flag, isHeld) =>
            changeDraft((now) => changed(now, 'holes', chosen.at, { flag }), { isHeld })
          }
          onRelease={release(null)}
        />
      )}
    </>
  )
}

const centre = ([cx, cy]: [number, number]) => ({ cx, cy })
const half = ([a, b]: Place, [c, d]: Place): Place => [(a + c) / 2, (b + d) / 2]

/** Two points of the picture whose distance is known. */
export function Marks({ laid, ...sheet }: { laid: Laid } & OnSheet) {
  const [a, b] = laid.marks.map((dot) => onGround(laid, dot)) as [Place, Place]
  const move = (which: 0 | 1) => (to: Place) =>
    moveLaid((now) => {
      const dot = onPicture(now, to)
      return { ...now, marks: which === 0 ? [dot, now.marks[1]] : [now.marks[0], dot] }
    })
  return (
    <>
      <path
        d={polyline([a, b].map(sheet.at))}
        stroke="var(--hot)"
        strokeWidth={2}
        strokeDasharray="6 4"
        aria-hidden
      />
      <PlaceGrip {...sheet} place={a} label="Mark A" onPlace={move(0)} onRelease={() => letGo()} />
      <PlaceGrip {...sheet} place={b} label="Mark B" onPlace={move(1)} onRelease={() => letGo()} />
    </>
  )
}

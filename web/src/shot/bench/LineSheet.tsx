import { useQuery } from '@tanstack/react-query'
import { saveFile } from '../../lib/save-file'
import { useState, type ReactNode } from 'react'
import { type SavedLine } from '../../api/client'
import { AREA_WORDS, OBSTACLE_WORDS, withEntry, type Area, type Obstacle } from '../line'
import { type Reading } from '../reading'
import { rangeOf, type Range } from '../../lib/range'
import { fromLine, toRequest } from '../request'
import { useBench } from '../store'
import { show } from '../../lib/units'
import { EditableNumber } from '../../ui/EditableNumber'
import { OpenFile } from '../../ui/OpenFile'
import { Problem } from '../../ui/Problem'
import { Sheet } from '../../ui/Sheet'
import { Live } from '../../ui/Live'
import { useUnits } from '../../lib/use-units'
import { type Origin, linesQuery, useSaveLine, useDropLine, useWriteGeoJson, useReadGeoJson } from '../api'

interface LineSheetProps {
  open: boolean
  reading: Reading
  onOpenChange: (open: boolean) => void
}

const TILT: Range = { ...rangeOf('line.areas.fall_deg', 'slope'), name: 'Tilt' }

const OBSTACLE_RANGES = {
  at: rangeOf('line.obstacles.at_m', 'distance'),
  deep: rangeOf('line.obstacles.deep_m', 'distance'),
  high: rangeOf('line.obstacles.high_m', 'distance'),
  low: rangeOf('line.obstacles.low_m', 'distance'),
  left: rangeOf('line.obstacles.left_m', 'distance'),
  right: rangeOf('line.obstacles.right_m', 'distance'),
}

function Line({ children, onDelete, name }: { children: ReactNode; onDelete: () => void; name: string }) {
  return (
    <li className="flex items-baseline gap-3 border-b border-rule py-1">
      <span className="grow">{children}</span>
      <button
        type="button"
        className="text-quiet hover:text-hot"
        aria-label={`Delete ${name}`}
        onClick={onDelete}
      >
        Delete
      </button>
    </li>
  )
}

function AreaLine(props: { area: Area; onChange: (area: Area) => void; onDelete: () => void }) {
  const units = useUnits()
  const { area, onChange, onDelete } = props
  const tilt = (key: 'fall' | 'side', words: string) => (
    <>
      {words}{' '}
      <EditableNumber
        shown={show(area[key], 'slope', units)}
        value={area[key]}
        range={TILT}
        onChange={(value) => onChange({ ...area, [key]: value })}
      />
    </>
  )
  return (
    <Line name={AREA_WORDS[area.kind]} onDelete={onDelete}>
      <b>{AREA_WORDS[area.kind]}</b>, {area.points.length} corners, {tilt('fall', 'falls away')},{' '}
      {tilt('side', 'to the right')}
    </Line>
  )
}

function ObstacleLine(props: {
  obstacle: Obstacle
  onChange: (obstacle: Obstacle) => void
  onDelete: () => void
}) {
  const units = useUnits()
  const { obstacle, onChange, onDelete } = props
  const number = (key: keyof typeof OBSTACLE_RANGES) => (
    <EditableNumber
      shown={show(obstacle[key], 'distance', units)}
      value={obstacle[key]}
      range={OBSTACLE_RANGES[key]}
      onChange={(value) => onChange({ ...obstacle, [key]: value })}
    />
  )
  return (
    <Line name={OBSTACLE_WORDS[obstacle.kind]} onDelete={onDelete}>
      <b>{OBSTACLE_WORDS[obstacle.kind]}</b> at {number('at')}, {number('deep')} deep, from {number('low')} to{' '}
      {number('high')} up, from {number('left')} to {number('right')} right of the line
    </Line>
  )
}

/** What is drawn, in words that can be changed. */
function DrawnThings({ reading }: { reading: Reading }) {
  const set = useBench.getState().set
  const { areas, obstacles } = reading
  if (areas.length + obstacles.length === 0)
    return <p className="text-quiet">Nothing is drawn yet: choose “draw” above the line.</p>
  return (
    <ul>
      {areas.map((area, i) => (
        <AreaLine
          key={`area ${i}`}
          area={area}
          onChange={(next) => set({ areas: withEntry(areas, i, next) })}
          onDelete={() => set({ areas: withEntry(areas, i, null) })}
        />
      ))}
      {obstacles.map((obstacle, i) => (
        <ObstacleLine
          key={`thing ${i}`}
          obstacle={obstacle}
          onChange={(next) => {
            if (next.low < next.high && next.left < next.right)
              set({ obstacles: withEntry(obstacles, i, next) })
          }}
          onDelete={() => set({ obstacles: withEntry(obstacles, i, null) })}
        />
      ))}
    </ul>
  )
}

/** Three numbers, or nothing: then the file is in metres along the line. */
function originFrom(text: string): Origin | null | 'broken' {
  if (text.trim() === '') return null
  const [latitude, longitude, bearing_deg = 0] = text.split(/[,;\s]+/).map(Number)
  if (latitude === undefined || longitude === undefined) return 'broken'
  return [latitude, longitude, bearing_deg].every(Number.isFinite)
    ? { latitude, longitude, bearing_deg }
    : 'broken'
}

function Saved({
  lines,
  onUse,
  onDrop,
}: {
  lines: SavedLine[]
  onUse: (line: SavedLine) => void
  onDrop: (id: number) => void
}) {
  if (lines.length === 0) return <p className="text-quiet">No line saved yet.</p>
  return (
    <ul>
      {lines.map((line) => (
        <Line key={line.id} name={line.name} onDelete={() => onDrop(line.id)}>
          <button
            type="button"
            className="text-left hover:text-hot"
            disabled={!line.line}
            onClick={() => onUse(line)}
          >
            <b>{line.name}</b>
            {line.line ? <>, flag at {line.line.flag_m} m</> : <>. {line.problem}</>}
          </button>
        </Line>
      ))}
    </ul>
  )
}

/** Lines: what is drawn on this one, lines saved before, and files. */
export function LineSheet({ open, reading, onOpenChange }: LineSheetProps) {
  const [name, setName] = useState('')
  const [origin, setOrigin] = useState('')
  const lines = useQuery({ ...linesQuery, enabled: open })
  const save = useSaveLine()
  const drop = useDropLine()
  const write = useWriteGeoJson()
  const read = useReadGeoJson()
  const line = toRequest(reading).line
  const place = originFrom(origin)
  const fileName = name.trim() || 'line'
  const error = save.error ?? drop.error ?? write.error ?? read.error ?? lines.error
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Lines"
      about="What is drawn, saved lines, and files."
    >
      <h3 className="font-bold">Drawn on this line</h3>
      <DrawnThings reading={reading} />
      <h3 className="mt-4 font-bold">Saved lines</h3>
      <Saved
        lines={lines.data ?? []}
        onUse={(saved) => {
          if (!saved.line) return
          useBench.getState().set(fromLine(saved.line))
          onOpenChange(false)
        }}
        onDrop={(id) => drop.mutate(id)}
      />
      <form
        className="mt-2 flex flex-wrap items-center gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          const known = lines.data?.find((one) => one.name === name.trim())
          save.mutate({ name: name.trim(), line, version: known?.version ?? null })
        }}
      >
        <input
          className="field grow"
          aria-label="Name of this line"
          placeholder="Name, such as: 7th, left of the green"
          maxLength={60}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
        <button type="submit" className="press press-main" disabled={name.trim() === '' || save.isPending}>
          Save this line
        </button>
        <Live>{save.isSuccess && 'Saved.'}</Live>
      </form>
      <h3 className="mt-4 font-bold">Files (GeoJSON)</h3>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        <input
          className="field grow"
          aria-label="Where the ball lies: latitude, longitude, bearing of the line"
          placeholder="latitude, longitude, bearing; leave empty for metres"
          value={origin}
          onChange={(event) => setOrigin(event.target.value)}
        />
        <button
          type="button"
          className="press"
          disabled={place === 'broken'}
          onClick={() =>
            place !== 'broken' &&
            write.mutate(
              { name: fileName, line, origin: place },
              {
                onSuccess: ({ document }) =>
                  saveFile(
                    `${fileName.replace(/[^\p{L}\p{N}]+/gu, '-')}.geojson`,
                    JSON.stringify(document, null, 1),
                    'application/geo+json',
                  ),
              },
            )
          }
        >
          Save as a file
        </button>
        <OpenFile
          words="Open a file"
          accept=".geojson,.json,application/geo+json"
          onFile={(file) =>
            read.mutate(file, { onSuccess: (told) => useBench.getState().set(fromLine(told.line)) })
          }
        />
        <Live>{read.isSuccess && 'The line is loaded. Undo (U) brings the old one back.'}</Live>
      </div>
      {place === 'broken' && (
        <p role="alert">Give three numbers, such as 56.2, -3.1, 40, or leave it empty.</p>
      )}
      {error && <Problem error={error} />}
    </Sheet>
  )
}

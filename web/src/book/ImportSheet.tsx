import { Live } from '../ui/Live'
import { Choice } from '../ui/Choice'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { usePreviewImport, useStartImport, useStopImport } from './api'
import { useEffect, useRef, useState } from 'react'
import { client, unwrap, type Import, type Matched, type Player, type Preview } from '../api/client'
import { omit } from '../lib/omit'
import { Problem } from '../ui/Problem'
import { Sheet } from '../ui/Sheet'
import { counted } from '../lib/counted'

const FIELDS = [
  ['club', 'Club (needed)'],
  ['carry', 'Carry (needed)'],
  ['side', 'Side of the carry'],
  ['total', 'Finish'],
  ['total_side', 'Side of the finish'],
  ['ball_speed', 'Ball speed'],
  ['launch', 'Launch angle'],
  ['spin', 'Spin'],
  ['descent', 'Angle of descent'],
  ['when', 'Date and time'],
  ['note', 'Note'],
] as const

interface MatchProps {
  preview: Preview
  matched: Matched
  player: Player
  onMatched: (matched: Matched) => void
}

function Unit<T extends string>(props: {
  label: string
  value: T
  options: readonly T[]
  onPick: (v: T) => void
}) {
  return (
    <label>
      {props.label}{' '}
      <Choice
        look="field"
        label={props.label}
        value={props.value}
        options={props.options.map((unit) => ({ value: unit, words: unit }))}
        onChange={props.onPick}
      />
    </label>
  )
}

/** Which column is what, in which units, and whose club each name means. */
function Match({ preview, matched, player, onMatched }: MatchProps) {
  const pick = (field: (typeof FIELDS)[number][0], column: string) => {
    const rest = omit(matched.columns, field)
    onMatched({ ...matched, columns: column === '' ? rest : { ...rest, [field]: column } })
  }
  const clubs = [
    { value: '', words: 'not set yet' },
    ...player.clubs.filter((one) => one.kind !== 'putter').map((one) => ({ value: one.id, words: one.name })),
  ]
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-2 gap-x-4 gap-y-1">
        {FIELDS.map(([field, words]) => (
          <label key={field} className="grid grid-cols-[8rem_1fr] items-center gap-1">
            <span>{words}</span>
            <Choice
              look="field"
              className="min-w-0"
              label={words}
              value={matched.columns[field] ?? ''}
              options={[
                { value: '', words: 'not in the file' },
                ...preview.columns.map((column) => ({ value: column, words: column })),
              ]}
              onChange={(column) => pick(field, column)}
            />
          </label>
        ))}
      </div>
      <div className="flex gap-5">
        <Unit
          label="Distances in"
          value={matched.distance}
          options={['m', 'yd', 'ft']}
          onPick={(distance) => onMatched({ ...matched, distance })}
        />
        <Unit
          label="Speeds in"
          value={matched.speed}
          options={['m/s', 'mph', 'km/h']}
          onPick={(speed) => onMatched({ ...matched, speed })}
        />
      </div>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1">
        {preview.club_names.map((name) => (
          <label key={name} className="grid grid-cols-[8rem_1fr] items-center gap-1">
            <span>“{name}” is the</span>
            <Choice
              look="field"
              className="min-w-0"
              label={`“${name}” is the`}
              value={matched.clubs?.[name] ?? ''}
              options={clubs}
              onChange={(club) => onMatched({ ...matched, clubs: { ...matched.clubs, [name]: club } })}
            />
          </label>
        ))}
      </div>
      <div className="overflow-x-auto" role="group" aria-label="Table" tabIndex={0}>
        <table className="text-tiny">
          <thead className="text-quiet">
            <tr>
              {preview.columns.map((column) => (
                <th key={column} className="pr-3 text-left font-normal">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {preview.first.map((row, i) => (
              <tr key={i} className="figure">
                {row.map((cell, k) => (
                  <td key={k} className="pr-3">
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  )
}

/** How far the reading is, how to stop it, and what came of it. */
function Progress({ id, onDone }: { id: string; onDone: () => void }) {
  const job = useQuery({
    queryKey: ['import', id],
    queryFn: async () => {
      const told = unwrap(
        await client.GET('/api/imports/{import_id}', { params: { path: { import_id: id } } }),
      )
      if (told.state === 'done') onDone()
      return told
    },
    refetchInterval: (query) => (query.state.data && query.state.data.state !== 'reading' ? false : 250),
  })
  const stop = useStopImport()
  const told: Import | undefined = job.data
  if (job.error) return <Problem error={job.error} />
  if (!told) return null
  return (
    <div className="mt-3 grid gap-2">
      <progress className="w-full" max={told.rows} value={told.read} aria-label="Rows read" />
      {told.state === 'reading' && (
        <p>
          {told.read} of {counted(told.rows, 'row')} read.{' '}
          <button type="button" className="press py-0" onClick={() => stop.mutate(id)}>
            Stop
          </button>
        </p>
      )}
      <Live as="p">
        {told.state === 'done' && (
          <>
            <b>{counted(told.stored, 'shot')} saved.</b>
            {told.doubles > 0 && ` ${told.doubles} were in the book already, or twice in the file.`}
            {told.flagged > 0 &&
              ` ${told.flagged} are far from what was expected: look at them in the field book.`}
          </>
        )}
        {told.state === 'cancelled' && 'Stopped. Nothing was saved.'}
      </Live>
      {told.state === 'refused' && (
        <div role="alert" className="border-l-4 border-hot bg-lit px-3 py-2">
          <p>
            <b>{told.problem}</b>
          </p>
          <ul>
            {told.problems.map((one) => (
              <li key={one.line}>
                Line {one.line}, {one.column}: {one.problem}
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  )
}

interface ImportSheetProps {
  /** A file that was chosen earlier. */
  waiting?: File | null
  open: boolean
  player: Player
  onOpenChange: (open: boolean) => void
}

/** Measured shots from a CSV file: looked at, matched, then read, all or none. */
export function ImportSheet({ open, player, waiting = null, onOpenChange }: ImportSheetProps) {
  const queries = useQueryClient()
  const [text, setText] = useState('')
  const [matched, setMatched] = useState<Matched | null>(null)
  const look = usePreviewImport(player.id)
  const read = useStartImport(player.id)
  const choose = async (file: File | undefined) => {
    if (!file) return
    const csv = await file.text()
    setText(csv)
    read.reset()
    look.mutate(csv, { onSuccess: (told) => setMatched(told.matched) })
  }
  // A file that was brought before there was a player is read as soon as the sheet is laid.
  const isTaken = useRef(false)
  useEffect(() => {
    if (!open || !waiting || isTaken.current) return
    isTaken.current = true
    void choose(waiting)
  })
  const isMatched =
    matched !== null &&
    Boolean(matched.columns.club && matched.columns.carry) &&
    (look.data?.club_names ?? []).every((name) => matched.clubs?.[name])
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Import stock shots"
      about="Choose a CSV file with a header. Nothing is saved until every row can be read."
    >
      <input
        type="file"
        accept=".csv,text/csv,text/plain"
        aria-label="CSV file"
        onChange={(event) => void choose(event.target.files?.[0])}
      />
      <div className="mt-3">
        {look.error && <Problem error={look.error} />}
        {look.data && matched && (
          <>
            <p className="mb-2 text-quiet">{counted(look.data.rows, 'row')}. Is this right?</p>
            <Match preview={look.data} matched={matched} player={player} onMatched={setMatched} />
            {read.error && <Problem error={read.error} />}
            <button
              type="button"
              className="press press-main mt-3"
              disabled={!isMatched || read.isPending}
              onClick={() => read.mutate({ text, matched })}
            >
              {isMatched
                ? `Read ${counted(look.data.rows, 'row')}`
                : 'Match club, carry and every club name first'}
            </button>
          </>
        )}
        {read.data && (
          <Progress
            key={read.data.id}
            id={read.data.id}
            onDone={() => void queries.invalidateQueries({ queryKey: ['book'] })}
          />
        )}
      </div>
    </Sheet>
  )
}

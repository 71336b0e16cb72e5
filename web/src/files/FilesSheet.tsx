import { useQuery } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { broughtWords, copiesQuery, useMakeCopy, useReadBook } from './api'
import { type Merged, type Player, type ReadStage } from '../api/client'
import { useLaid } from '../lib/desk'
import { todayHere } from '../lib/when'
import { Problem } from '../ui/Problem'
import { Sheet } from '../ui/Sheet'
import { Live } from '../ui/Live'
import { countedThat } from '../lib/counted'
import { sessionQuery } from '../accounts/api'

const TABLES = ['players', 'clubs', 'bookings', 'trials'] as const
const STAGES: Record<ReadStage['stage'], string> = {
  reading: 'The file is being checked.',
  writing: 'Players, shots and lessons are being added.',
  photographs: 'Photographs are being added.',
  done: 'Done.',
}

const fileName = (whose: string, ending: string) => `veltrin-${whose}-${todayHere()}.${ending}`

function addedWords(done: Merged): string {
  const known = `${countedThat(done.known, 'shot', 'was', 'were')} here already.`
  const images = done.without_image
    ? ` ${countedThat(done.without_image, 'photograph', 'is', 'are')} not in this file: export it with photographs.`
    : ''
  const unread = done.unreadable
    ? ` ${countedThat(done.unreadable, 'piece', 'was', 'were')} written by another version: saved, but not shown here.`
    : ''
  return `${broughtWords(done)}; ${known}${images}${unread}`
}

/** Everything out and in as files, and copies of the whole database. */
export function FilesSheet({ player }: { player: Player | undefined }) {
  const { open, onOpenChange } = useLaid('files')
  const mayCopy = useQuery(sessionQuery).data?.is_admin ?? false
  const copies = useQuery({ ...copiesQuery, enabled: open && mayCopy })
  const read = useReadBook()
  const [stage, setStage] = useState<ReadStage | null>(null)
  const reading = useRef<AbortController | null>(null)
  const copy = useMakeCopy()
  const put = (file: File) => {
    const own = new AbortController()
    reading.current = own
    setStage(null)
    read.mutate({ file, signal: own.signal, onStage: setStage })
  }
  const stopped = read.error instanceof DOMException && read.error.name === 'AbortError'
  const error = (stopped ? null : read.error) ?? copy.error ?? copies.error
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Files and copies"
      about="The record is yours: you can export everything, read it elsewhere, and bring it back."
    >
      {error && <Problem error={error} />}
      <dl className="grid grid-cols-[8rem_1fr] gap-x-4 gap-y-3">
        <dt className="font-semibold">Export</dt>
        <dd className="flex flex-wrap gap-x-4 gap-y-1">
          <a className="word" href="/api/export.zip" download={fileName('all', 'zip')}>
            everything, with photographs
          </a>
          <a className="word" href="/api/export" download={fileName('all', 'json')}>
            everything without photographs
          </a>
          {player && (
            <a
              className="word"
              href={`/api/export.zip?player_id=${encodeURIComponent(player.id)}`}
              download={fileName(player.id, 'zip')}
            >
              {player.name} only
            </a>
          )}
          {TABLES.map((table) => (
            <a
              key={table}
              className="word"
              href={`/api/export/${table}.csv`}
              download={`veltrin-${table}.csv`}
            >
              {table} as CSV
            </a>
          ))}
        </dd>
        <dt className="font-semibold">Import</dt>
        <dd>
          <input
            type="file"
            accept=".zip,.json,application/zip,application/json"
            aria-label="A Veltrin file"
            disabled={read.isPending}
            onChange={(event) => {
              const file = event.target.files?.[0]
              if (file) put(file)
              event.target.value = ''
            }}
          />
          {read.isPending && (
            <p className="mt-1 flex items-center gap-3">
              <progress
                aria-label="How much of the file is read"
                max={stage?.of || 1}
                value={stage?.done ?? 0}
              />
              <span className="text-quiet">{STAGES[stage?.stage ?? 'reading']}</span>
              <button type="button" className="word" onClick={() => reading.current?.abort()}>
                Stop
              </button>
            </p>
          )}
          <Live as="p" className="mt-1 font-semibold">
            {read.data && addedWords(read.data)}
            {stopped && 'Stopped. Nothing was changed.'}
          </Live>
          <p className="mt-1 text-small text-quiet">
            Either the whole file is imported or nothing. Players and shots that are already here stay as they
            are.
          </p>
        </dd>
        {mayCopy && (
          <>
            <dt className="font-semibold">Copies</dt>
            <dd>
              <button
                type="button"
                className="press py-0.5"
                onClick={() => copy.mutate()}
                disabled={copy.isPending}
              >
                Copy the whole database now
              </button>
              <ul className="figure mt-2 text-small">
                {copies.data?.slice(0, 6).map((one) => (
                  <li key={one.name}>
                    {one.name} <span className="text-quiet">{(one.bytes / 1024 / 1024).toFixed(1)} MB</span>
                  </li>
                ))}
              </ul>
              <p className="mt-1 text-small text-quiet">
                Veltrin makes a copy every day and keeps the newest of seven days, five weeks and twelve
                months. To restore one, stop the server, then run <code>veltrin restore FILE</code>.
              </p>
            </dd>
          </>
        )}
      </dl>
    </Sheet>
  )
}

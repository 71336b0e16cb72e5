import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useMakeCopy, useReadBook, useWriteBook } from '../api/mutations'
import { type BookFile, type Player } from '../api/client'
import { copiesQuery, sessionQuery } from '../api/queries'
import { useLaid } from '../lib/desk'
import { saveFile } from '../lib/save-file'
import { Problem } from '../ui/Problem'
import { Sheet } from '../ui/Sheet'
import { Live } from '../ui/Live'
import { counted, countedThat } from '../lib/counted'

const TABLES = ['players', 'clubs', 'bookings', 'trials'] as const
/** Everything out and in as files, and copies of the whole database. */
export function FilesSheet({ player }: { player: Player | undefined }) {
  const { open, onOpenChange } = useLaid('files')
  const mayCopy = useQuery(sessionQuery).data?.is_admin ?? false
  const copies = useQuery({ ...copiesQuery, enabled: open && mayCopy })
  const write = useWriteBook()
  const read = useReadBook()
  const [broken, setBroken] = useState(false)
  const copy = useMakeCopy()
  const take = (player_id: string | undefined) => {
    const day = new Date().toISOString().slice(0, 10)
    const name = `veltrin-${player_id ?? 'all'}-${day}.json`
    const save = (told: unknown) => saveFile(name, JSON.stringify(told, null, 1), 'application/json')
    write.mutate(player_id, { onSuccess: save })
  }
  const put = async (file: File) => {
    try {
      const body = JSON.parse(await file.text()) as BookFile
      setBroken(false)
      read.mutate(body)
    } catch {
      setBroken(true)
    }
  }
  const error = write.error ?? read.error ?? copy.error ?? copies.error
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Files and copies"
      about="The record is yours: everything can be taken out, read elsewhere, and put back."
    >
      {error && <Problem error={error} />}
      {broken && <p role="alert">This is no JSON file.</p>}
      <dl className="grid grid-cols-[8rem_1fr] gap-x-4 gap-y-3">
        <dt className="font-semibold">Take out</dt>
        <dd className="flex flex-wrap gap-x-4 gap-y-1">
          <button type="button" className="word" onClick={() => take(undefined)}>
            everything
          </button>
          {player && (
            <button type="button" className="word" onClick={() => take(player.id)}>
              {player.name} only, for another coach
            </button>
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
        <dt className="font-semibold">Read in</dt>
        <dd>
          <input
            type="file"
            accept=".json,application/json"
            aria-label="A file of Veltrin"
            onChange={(event) => {
              const file = event.target.files?.[0]
              if (file) void put(file)
              event.target.value = ''
            }}
          />
          <Live as="p" className="mt-1 font-semibold">
            {read.data &&
              `Added: ${counted(read.data.players, 'player')} and ${counted(read.data.bookings, 'shot')}; ${countedThat(read.data.known, 'shot', 'was', 'were')} here already.`}
          </Live>
          <p className="mt-1 text-small text-quiet">
            All of it or nothing. Players and shots that are here already stay as they are.
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
                One is made every day by itself. Kept are the newest of seven days, five weeks and twelve
                months. To put one back: stop the server, then <code>veltrin restore FILE</code>.
              </p>
            </dd>
          </>
        )}
      </dl>
    </Sheet>
  )
}

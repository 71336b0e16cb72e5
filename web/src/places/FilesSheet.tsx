import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { client, unwrap, type BookFile, type Player } from '../api/client'
import { copiesQuery, sessionQuery } from '../api/queries'
import { Problem } from '../ui/Problem'
import { Sheet } from '../ui/Sheet'
import { Live } from '../ui/Live'

interface FilesSheetProps {
  open: boolean
  player: Player | undefined
  onOpenChange: (open: boolean) => void
}

/** Hand a text to the browser as a file. */
function save(name: string, text: string, type: string) {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(new Blob([text], { type }))
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}

const TABLES = ['players', 'clubs', 'bookings', 'trials'] as const
/** Everything out and in as files, and copies of the whole database. */
export function FilesSheet({ open, player, onOpenChange }: FilesSheetProps) {
  const queries = useQueryClient()
  const mayCopy = useQuery(sessionQuery).data?.is_admin ?? false
  const copies = useQuery({ ...copiesQuery, enabled: open && mayCopy })
  const write = useMutation({
    mutationFn: async (player_id: string | undefined) => {
      const told: unknown = unwrap(
        await client.GET('/api/export', { params: { query: player_id === undefined ? {} : { player_id } } }),
      )
      const day = new Date().toISOString().slice(0, 10)
      save(`veltrin-${player_id ?? 'all'}-${day}.json`, JSON.stringify(told, null, 1), 'application/json')
    },
  })
  const read = useMutation({
    mutationFn: async (file: File) => {
      let body: BookFile
      try {
        body = JSON.parse(await file.text()) as BookFile
      } catch {
        throw new Error('This is no JSON file.')
      }
      return unwrap(await client.POST('/api/export/read', { body }))
    },
    onSuccess: () => queries.invalidateQueries(),
  })
  const copy = useMutation({
    mutationFn: async () => unwrap(await client.POST('/api/copies')),
    onSuccess: () => queries.invalidateQueries({ queryKey: copiesQuery.queryKey }),
  })
  const error = write.error ?? read.error ?? copy.error ?? copies.error
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Files and copies"
      about="The record is yours: everything can be taken out, read elsewhere, and put back."
    >
      {error && <Problem error={error} />}
      <dl className="grid grid-cols-[8rem_1fr] gap-x-4 gap-y-3">
        <dt className="font-semibold">Take out</dt>
        <dd className="flex flex-wrap gap-x-4 gap-y-1">
          <button type="button" className="word" onClick={() => write.mutate(undefined)}>
            everything
          </button>
          {player && (
            <button type="button" className="word" onClick={() => write.mutate(player.id)}>
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
              if (file) read.mutate(file)
              event.target.value = ''
            }}
          />
          <Live as="p" className="mt-1 font-semibold">
            {read.data &&
              `${read.data.players} players and ${read.data.bookings} shots were added; ${read.data.known} shots were here already.`}
          </Live>
          <p className="mt-1 text-[13px] text-quiet">
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
              <ul className="figure mt-2 text-[13px]">
                {copies.data?.slice(0, 6).map((one) => (
                  <li key={one.name}>
                    {one.name} <span className="text-quiet">{(one.bytes / 1024 / 1024).toFixed(1)} MB</span>
                  </li>
                ))}
              </ul>
              <p className="mt-1 text-[13px] text-quiet">
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

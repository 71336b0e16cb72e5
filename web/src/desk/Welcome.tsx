import { useRef, useState } from 'react'
import type { Player } from '../api/client'
import { tell, useDesk } from '../lib/desk'
import { usePlace } from '../lib/place'
import { NewPlayer } from '../players/NewPlayer'
import { useAddSamples } from '../players/api'
import { broughtWords, useReadBook } from '../files/api'
import { Problem } from '../ui/Problem'
import { WelcomeDrawing } from './WelcomeDrawing'

interface WayProps {
  title: string
  about: string
  onPick: () => void
  isBusy?: boolean
}

function Way({ title, about, onPick, isBusy = false }: WayProps) {
  return (
    <li className="border-t border-ink pt-2">
      <button type="button" className="press press-main" disabled={isBusy} onClick={onPick}>
        {title}
      </button>
      <p className="mt-1.5">{about}</p>
    </li>
  )
}

/** An empty folder: what Veltrin does, and three ways on. */
export function Welcome({ onAdded }: { onAdded: (player: Player) => void }) {
  const [isNew, setNew] = useState(false)
  const file = useRef<HTMLInputElement>(null)
  const carries = useDesk((state) => state.carries)
  const samples = useAddSamples()
  const read = useReadBook()
  const bring = (told: File | undefined) => {
    if (!told) return
    if (/\.(csv|txt)$/i.test(told.name)) {
      // Carries are somebody's: the player first, then the file is read into their stock shots.
      useDesk.setState({ carries: told })
      setNew(true)
      return
    }
    read.mutate(
      { file: told, signal: new AbortController().signal, onStage: () => undefined },
      {
        onSuccess: (done) => tell(`${broughtWords(done)}.`),
      },
    )
  }
  const added = (player: Player) => {
    if (carries) usePlace.getState().go('players', 'part=stock')
    onAdded(player)
  }
  const error = samples.error ?? read.error
  if (isNew)
    return (
      <main className="mx-auto max-w-[70rem] p-4 sm:p-6">
        <h1 className="text-lg font-bold">{carries ? 'Whose carries are these?' : 'Add a player'}</h1>
        <p className="mb-4 text-quiet">
          {carries ? `${carries.name} is read once the player is added.` : 'One carry is enough to start.'}{' '}
          <button
            type="button"
            className="word"
            onClick={() => {
              useDesk.setState({ carries: null })
              setNew(false)
            }}
          >
            go back
          </button>
        </p>
        <NewPlayer onAdded={added} />
      </main>
    )
  return (
    <main className="mx-auto max-w-[60rem] p-4 sm:p-6">
      <h1 className="text-[1.6rem] font-bold">Veltrin</h1>
      <p className="mb-2 max-w-prose text-head">
        From a shot that is not flat and clean, Veltrin works out the set-up, the club, the aim and the ball
        flight, for each player’s own bag.
      </p>
      <WelcomeDrawing />
      {error && <Problem error={error} />}
      <ul className="mt-4 grid gap-x-8 gap-y-5 sm:grid-cols-3">
        <Way
          title={samples.isPending ? 'Adding the samples' : 'Look around'}
          about="Made-up players and a course, marked as samples. One press removes them."
          isBusy={samples.isPending}
          onPick={() => samples.mutate(undefined, { onSuccess: ([first]) => first && onAdded(first) })}
        />
        <Way
          title="Start with my player"
          about="A name, a handicap and one carry. It takes a minute."
          onPick={() => setNew(true)}
        />
        <Way
          title={read.isPending ? 'Reading the file' : 'Bring a file'}
          about="A Veltrin file with players and shots, or a CSV file of carries."
          isBusy={read.isPending}
          onPick={() => file.current?.click()}
        />
      </ul>
      <input
        ref={file}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label="File to bring"
        accept=".zip,.json,.csv,.txt,application/zip,application/json,text/csv"
        onChange={(event) => {
          bring(event.target.files?.[0])
          event.target.value = ''
        }}
      />
    </main>
  )
}

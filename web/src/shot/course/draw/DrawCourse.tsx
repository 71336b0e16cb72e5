import { useState, type KeyboardEvent } from 'react'
import { counted } from '../../../lib/counted'
import { Live } from '../../../ui/Live'
import { Problem } from '../../../ui/Problem'
import { AskFirst } from '../../../ui/AskFirst'
import type { Place } from '../../mapped'
import { useOnCourse } from '../../on-course'
import { useKeepDrawn, useRedraw } from '../api'
import { leastOf, LONGEST_NAME, PIECES, pieceAt, withPiece, wordsOf, type Draft, type Kind } from './draft'
import { DrawMap } from './DrawMap'
import { PictureForm } from './PictureForm'
import { PieceForm, Text } from './PieceForm'
import { usePicture } from './picture'
import {
  changeDraft,
  choosePiece,
  closeDraft,
  draftIsKept,
  redoDraft,
  undoDraft,
  useDraft,
} from './use-draft'

/** In the order in which a course is drawn by hand: first what every hole has. */
const FIRST: readonly Kind[] = ['hole', 'green', 'fairway', 'bunker', 'rough', 'tree']
const KINDS = [...FIRST, ...PIECES.map(({ name }) => name).filter((name) => !FIRST.includes(name))]

/** A course is drawn by hand, over a picture, corner after corner. */
export function DrawCourse({ draft, onLeave }: { draft: Draft; onLeave: () => void }) {
  const chosen = useDraft((drawing) => drawing.chosen)
  const beneath = usePicture()
  const [kind, setKind] = useState<Kind | null>(null)
  const [begun, setBegun] = useState<Place[]>([])
  const [isLaying, setLaying] = useState(false)
  const begin = (next: Kind | null) => {
    choosePiece(null)
    setBegun([])
    setKind(next)
    setLaying(false)
  }
  const finish = () => {
    if (!kind) return
    const [next, made] = withPiece(draft, kind, begun)
    changeDraft(() => next)
    begin(null)
    choosePiece(made)
  }
  const onTap = (at: Place, reach: number) => {
    if (isLaying) return
    if (kind === 'tree') changeDraft((now) => withPiece(now, kind, [at])[0])
    else if (kind) setBegun([...begun, at])
    else choosePiece(pieceAt(draft, at, reach))
  }
  const onKeyDown = (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
    if ((event.target as HTMLElement).matches('input')) return
    event.preventDefault()
    if (event.shiftKey) redoDraft()
    else undoDraft()
  }
  return (
    <div className="grid gap-3 lg:grid-cols-[3fr_2fr]" onKeyDown={onKeyDown}>
      <DrawMap
        draft={draft}
        chosen={chosen}
        begun={begun}
        beneath={
          beneath.picture && beneath.laid && (beneath.isShown || isLaying)
            ? { picture: beneath.picture, laid: beneath.laid }
            : null
        }
        isLaying={isLaying}
        onTap={onTap}
      />
      <div className="min-w-0">
        <PictureForm
          middle={draft.lies[0]?.ring[0] ?? draft.holes[0]?.way[0] ?? [0, 0]}
          isLaying={isLaying}
          onLaying={(next) => {
            begin(null)
            setLaying(next)
          }}
        />
        <section aria-label="Draw" className="mb-3">
          <div className="flex flex-wrap gap-1" role="group" aria-label="What to draw">
            {KINDS.map((one) => (
              <button
                key={one}
                type="button"
                aria-pressed={kind === one}
                className="min-h-9 border border-rule px-2 aria-pressed:bg-ink aria-pressed:text-paper"
                onClick={() => begin(kind === one ? null : one)}
              >
                {wordsOf(one)}
              </button>
            ))}
          </div>
          <Live as="p" className="mt-1">
            {kind
              ? stepWords(kind, begun.length)
              : !chosen && 'Choose what to draw, or touch a piece to change it.'}
          </Live>
          {kind && (
            <div className="mt-1 flex flex-wrap gap-2">
              {kind !== 'tree' && (
                <>
                  <button
                    type="button"
                    className="press press-main"
                    disabled={begun.length < leastOf(kind)}
                    onClick={finish}
                  >
                    That is all of it
                  </button>
                  <button
                    type="button"
                    className="press"
                    disabled={begun.length === 0}
                    onClick={() => setBegun(begun.slice(0, -1))}
                  >
                    Last corner back
                  </button>
                </>
              )}
              <button type="button" className="press" onClick={() => begin(null)}>
                {kind === 'tree' ? 'No more trees' : 'Leave it'}
              </button>
            </div>
          )}
        </section>
        {chosen && !kind && <PieceForm draft={draft} chosen={chosen} />}
        <KeepForm draft={draft} isBegun={begun.length > 0} onLeave={onLeave} />
      </div>
    </div>
  )
}

function stepWords(kind: Kind, corners: number): string {
  if (kind === 'tree') return 'Touch where a tree stands.'
  const how = kind === 'hole' ? 'from the tee to the flag, where the way turns' : 'around it'
  return corners === 0
    ? `Touch corner after corner, ${how}.`
    : `${counted(corners, 'corner')}. At least ${leastOf(kind)}.`
}

const numberIn = (text: string) => Number(text.replace(',', '.').replace('−', '-'))

function KeepForm({ draft, isBegun, onLeave }: { draft: Draft; isBegun: boolean; onLeave: () => void }) {
  const { of, isKept } = useDraft()
  const keep = useKeepDrawn()
  const redraw = useRedraw()
  const [north, setNorth] = useState(draft.latitude ? String(draft.latitude) : '')
  const [east, setEast] = useState(draft.longitude ? String(draft.longitude) : '')
  const [problem, setProblem] = useState('')
  const onKept = (row: { id: number; version: number }) => {
    draftIsKept({ id: row.id, version: row.version })
    useOnCourse.getState().choose(row.id, '')
  }
  // What was typed outlives the page like all else, as soon as it is a number.
  const typed = (name: 'latitude' | 'longitude', set: (text: string) => void) => (text: string) => {
    set(text)
    const degrees = numberIn(text)
    if (Number.isFinite(degrees)) changeDraft((now) => ({ ...now, [name]: degrees }), { isHeld: true })
  }
  const submit = () => {
    const [latitude, longitude] = [numberIn(north), numberIn(east)]
    if (!Number.isFinite(latitude + longitude)) {
      setProblem('Give latitude and longitude as numbers, in degrees, or leave both empty.')
      return
    }
    setProblem('')
    const body = { ...draft, latitude, longitude } as unknown as Parameters<typeof keep.mutate>[0]
    if (of) redraw.mutate({ id: of.id, body: { ...body, version: of.version } }, { onSuccess: onKept })
    else keep.mutate(body, { onSuccess: onKept })
  }
  const error = keep.error ?? redraw.error
  return (
    <form
      aria-label="Keep it"
      className="border-t border-rule pt-2"
      onSubmit={(event) => {
        event.preventDefault()
        submit()
      }}
    >
      <div className="flex flex-wrap items-end gap-2">
        <Text
          label="Name of the course"
          value={draft.name}
          most={LONGEST_NAME}
          onText={(name) => changeDraft((now) => ({ ...now, name }), { isHeld: true })}
        />
        <Text label="Latitude, °" value={north} most={12} narrow onText={typed('latitude', setNorth)} />
        <Text label="Longitude, °" value={east} most={12} narrow onText={typed('longitude', setEast)} />
        <button
          type="submit"
          className="press press-main"
          disabled={draft.name.trim() === '' || isBegun || keep.isPending || redraw.isPending}
        >
          Keep this course
        </button>
      </div>
      <p className="mt-1 text-quiet">
        Where its middle lies, by any map. Left empty, only “I am at the ball” doesn’t work there.
      </p>
      <Live as="p">{problem || (isKept && (keep.isSuccess || redraw.isSuccess) && 'Kept.')}</Live>
      {error && <Problem error={error} />}
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="press" onClick={onLeave}>
          {isKept ? 'To the courses' : 'Leave it for now'}
        </button>
        {!isKept && (
          <AskFirst
            words="Throw it away"
            question="What isn’t kept is gone."
            yes="Throw it away"
            onYes={() => {
              closeDraft()
              onLeave()
            }}
          />
        )}
      </div>
    </form>
  )
}

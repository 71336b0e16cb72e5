import { useState } from 'react'
import type { CourseInfo, CourseRead } from '../../api/client'
import { counted } from '../../lib/counted'
import { saveFile } from '../../lib/save-file'
import { Choice } from '../../ui/Choice'
import { Live } from '../../ui/Live'
import { OpenFile } from '../../ui/OpenFile'
import { Problem } from '../../ui/Problem'
import type { Draft } from './draw/draft'
import { openDraft, useDraft } from './draw/use-draft'
import {
  useDropCourse,
  useLookIntoCourse,
  useOpenDrawn,
  useReadCourse,
  useSaveCourse,
  useSetCourse,
  useSetHeights,
  useSetHeightsTiff,
} from './api'

/** Courses that are kept, and a file that becomes one. */
export function CourseFiles({ list, onDraw }: { list: CourseInfo[]; onDraw: () => void }) {
  const set = useSetCourse()
  const drop = useDropCourse()
  const read = useReadCourse()
  const drawn = useOpenDrawn()
  const unkept = useDraft(({ draft, isKept }) => (isKept ? null : draft))
  const error = set.error ?? drop.error ?? read.error ?? drawn.error
  const change = (id: number) =>
    drawn.mutate(id, {
      onSuccess: ({ version, ...draft }) => {
        openDraft(draft as unknown as Draft, { id, version })
        onDraw()
      },
    })
  return (
    <details className="mt-4">
      <summary className="cursor-pointer font-bold">Courses and files</summary>
      <ul>
        {list.map((one) => (
          <li key={one.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
            <span className="grow">
              <b>{one.name}</b>, {counted(one.holes, 'hole')}
              {one.has_grid && ', heights on a grid'}
              {!one.is_mine && ', shared by another coach'}
            </span>
            {one.is_mine && (
              <label>
                <input
                  type="checkbox"
                  className="mr-1"
                  checked={one.is_shared}
                  onChange={(event) =>
                    set.mutate({
                      id: one.id,
                      body: { version: one.version, name: one.name, is_shared: event.target.checked },
                    })
                  }
                />
                share with my academy
              </label>
            )}
            <button
              type="button"
              className="word"
              onClick={() =>
                read.mutate(one.id, {
                  onSuccess: ({ document }) =>
                    saveFile(
                      `${one.name.replace(/[^\p{L}\p{N}]+/gu, '-')}.geojson`,
                      JSON.stringify(document),
                      'application/geo+json',
                    ),
                })
              }
            >
              Save as a file
            </button>
            {one.is_mine && !unkept && (
              <button
                type="button"
                className="word"
                aria-label={`Change ${one.name} by hand`}
                disabled={drawn.isPending}
                onClick={() => change(one.id)}
              >
                Change by hand
              </button>
            )}
            {one.is_mine && (
              <button
                type="button"
                className="text-quiet hover:text-hot"
                aria-label={`Delete ${one.name}`}
                onClick={() => drop.mutate(one.id)}
              >
                Delete
              </button>
            )}
          </li>
        ))}
      </ul>
      {error && <Problem error={error} />}
      <p className="mt-2">
        <button
          type="button"
          className="press"
          onClick={() => {
            if (!unkept) openDraft()
            onDraw()
          }}
        >
          {unkept ? `Go on drawing ${unkept.name || 'the new course'}` : 'Draw a course by hand'}
        </button>
      </p>
      <NewCourse list={list} />
      <NewHeights list={list.filter((one) => one.is_mine)} />
    </details>
  )
}

function NewCourse({ list }: { list: CourseInfo[] }) {
  const [text, setText] = useState('')
  const [name, setName] = useState('')
  const look = useLookIntoCourse()
  const save = useSaveCourse()
  const error = look.error ?? save.error
  return (
    <>
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <OpenFile
          words="Open a file (GeoJSON)"
          accept=".geojson,.json,application/geo+json"
          onFile={(file) => {
            save.reset()
            void file.text().then((told) => {
              setText(told)
              look.mutate({ text: told }, { onSuccess: (found) => setName(found.name) })
            })
          }}
        />
        <Live>{save.isSuccess && 'Saved. Choose it above.'}</Live>
      </div>
      {look.data && !save.isSuccess && (
        <form
          onSubmit={(event) => {
            event.preventDefault()
            const known = list.find((one) => one.is_mine && one.name === name.trim())
            save.mutate({ text, name: name.trim(), version: known?.version ?? null })
          }}
        >
          <Found found={look.data} />
          <div className="mt-2 flex flex-wrap gap-2">
            <input
              className="field grow"
              aria-label="Name of the course"
              maxLength={60}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
            <button
              type="submit"
              className="press press-main"
              disabled={name.trim() === '' || save.isPending}
            >
              Keep this course
            </button>
          </div>
        </form>
      )}
      {error && <Problem error={error} />}
    </>
  )
}

/** A survey's heights, laid on a course: they give the slope under the ball. */
function NewHeights({ list }: { list: CourseInfo[] }) {
  const [epsg, setEpsg] = useState('4326')
  const [chosen, setChosen] = useState<number | null>(null)
  const set = useSetHeights()
  const setTiff = useSetHeightsTiff()
  const course = list.find((one) => one.id === chosen) ?? list[0]
  if (!course) return null
  const error = set.error ?? setTiff.error
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      <OpenFile
        words="Open heights (GeoTIFF, ESRI ASCII grid)"
        accept=".tif,.tiff,.asc,.txt,.grd"
        onFile={(file) => {
          const { id, version } = course
          set.reset()
          setTiff.reset()
          if (/\.tiff?$/i.test(file.name)) setTiff.mutate({ id, version, epsg: Number(epsg), file })
          else
            void file.text().then((text) => {
              set.mutate({ id, body: { version, text, epsg: Number(epsg) } })
            })
        }}
      />
      for{' '}
      <Choice
        label="Course of the heights"
        value={String(course.id)}
        options={list.map((one) => ({ value: String(one.id), words: one.name }))}
        onChange={(next) => setChosen(Number(next))}
      />
      , coordinates where the file doesn’t tell them (EPSG; 4326 is degrees){' '}
      <input
        className="field w-24"
        aria-label="EPSG number of the heights"
        inputMode="numeric"
        value={epsg}
        onChange={(event) => setEpsg(event.target.value.replace(/[^0-9]/g, ''))}
      />
      <Live>{(set.isSuccess || setTiff.isSuccess) && 'The heights are laid on the course.'}</Live>
      {error && <Problem error={error} />}
    </div>
  )
}

function Found({ found }: { found: CourseRead }) {
  const pieces = found.grounds.map(({ words, count }) => `${count} ${words}`).join(', ')
  return (
    <div className="mt-2">
      <p>
        {counted(found.holes, 'hole')}; {pieces || 'no ground'}; {counted(found.trees, 'tree')}.{' '}
        {found.has_heights ? 'Heights are known.' : 'No heights: rise and tilt stay as you read them.'}
        {found.unknown > 0 && ` ${counted(found.unknown, 'other feature')} passed over.`}
      </p>
      {found.troubles.length > 0 && (
        <ul className="mt-1" aria-label="What can’t be read">
          {found.troubles.map((one) => (
            <li key={one.feature}>
              Feature {one.feature}
              {one.id && ` (${one.id})`}: {one.problem} {one.fix}
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

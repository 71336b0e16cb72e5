import { useState } from 'react'
import { rangeOf } from '../../../lib/range'
import { show } from '../../../lib/units'
import { useUnits } from '../../../lib/use-units'
import { EditableNumber } from '../../../ui/EditableNumber'
import { Live } from '../../../ui/Live'
import { OpenFile } from '../../../ui/OpenFile'
import type { Place } from '../../mapped'
import {
  betweenMarks,
  layPicture,
  moveLaid,
  pictureFrom,
  scaledTo,
  showPicture,
  turnedTo,
  usePicture,
} from './picture'

const DISTANCE = { ...rangeOf('on_course', 'distance'), low: 1, name: 'Between the marks' }
const NORTH = { low: -180, high: 180, step: 1, unit: 'bearing', name: 'North, right of its top' } as const

interface PictureFormProps {
  /** Where a picture is laid that wasn't here before. */
  middle: Place
  isLaying: boolean
  onLaying: (isLaying: boolean) => void
}

/** A picture beneath the drawing: opened, laid to scale by two of its points, turned. It stays on this device. */
export function PictureForm({ middle, isLaying, onLaying }: PictureFormProps) {
  const units = useUnits()
  const { picture, laid, isShown } = usePicture()
  const [problem, setProblem] = useState('')
  const open = (file: File) => {
    setProblem('')
    pictureFrom(file).then(
      (found) => {
        layPicture(found, middle)
        onLaying(true)
      },
      () => setProblem(`${file.name} is no picture that this browser can show: choose a JPEG or PNG.`),
    )
  }
  return (
    <section aria-label="Picture beneath" className="mb-3">
      <div className="flex flex-wrap items-center gap-2">
        <OpenFile
          words={picture ? 'Another picture' : 'Lay a picture beneath'}
          accept="image/*"
          onFile={open}
        />
        {picture && (
          <>
            <button
              type="button"
              className="press"
              aria-pressed={isLaying}
              onClick={() => onLaying(!isLaying)}
            >
              {isLaying ? 'The picture lies right' : 'Move or scale it'}
            </button>
            <label>
              <input
                type="checkbox"
                className="mr-1"
                checked={isShown}
                onChange={(event) => showPicture(event.target.checked)}
              />
              show it
            </label>
          </>
        )}
      </div>
      {!picture && (
        <p className="mt-1 text-quiet">
          A photo from above or a plan. It stays on this device; opened again it lies where it lay.
        </p>
      )}
      {picture && laid && isLaying && (
        <>
          <p className="mt-1">
            Drag the marks onto two points whose distance you know, and give it. Drag the picture to move it.
          </p>
          <p>
            Between the marks:{' '}
            <EditableNumber
              shown={show(betweenMarks(laid), 'distance', units)}
              value={betweenMarks(laid)}
              range={DISTANCE}
              onChange={(metres) => moveLaid((now) => scaledTo(now, metres))}
            />
            . North is{' '}
            <EditableNumber
              shown={show(Math.abs(laid.north), 'bearing', units)}
              value={laid.north}
              range={NORTH}
              sides={['right', 'left']}
              onChange={(north) => moveLaid((now) => turnedTo(now, north))}
            />{' '}
            {laid.north < 0 ? 'left' : 'right'} of its top.
          </p>
        </>
      )}
      <Live as="p" className="text-hot">
        {problem}
      </Live>
    </section>
  )
}

import type { ReactNode } from 'react'
import { rangeOf } from '../../../lib/range'
import { show } from '../../../lib/units'
import { useUnits } from '../../../lib/use-units'
import { Choice } from '../../../ui/Choice'
import { EditableNumber } from '../../../ui/EditableNumber'
import {
  changed,
  cornersOf,
  leastOf,
  lengthOf,
  LONGEST_NAME,
  PIECES,
  withoutCorner,
  withoutPiece,
  wordsOf,
  type Chosen,
  type Draft,
} from './draft'
import { changeDraft, choosePiece, letGo, useDraft } from './use-draft'

const HIGH = rangeOf('on_course.tree_high_m', 'distance')
const CROWN = rangeOf('on_course.tree_crown_m', 'distance')
const PARS = ['', '3', '4', '5', '6'] as const
const LONGEST_NUMBER = 8

/** What is chosen on the drawing: what it is, what it is called, and away with it. */
export function PieceForm({ draft, chosen }: { draft: Draft; chosen: Chosen }) {
  const { what, at } = chosen
  const corner = useDraft((drawing) => drawing.corner)
  const lies = what === 'lies' ? draft.lies[at] : undefined
  const hole = what === 'holes' ? draft.holes[at] : undefined
  const tree = what === 'trees' ? draft.trees[at] : undefined
  if (!lies && !hole && !tree) return null
  const corners = cornersOf(draft, chosen).length
  const words = lies ? wordsOf(lies.ground) : hole ? `hole ${hole.number}` : 'tree'
  return (
    <section aria-label="What is chosen" className="mb-3 border-t border-rule pt-2">
      <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        {lies && (
          <>
            <Choice
              label="What it is"
              value={lies.ground}
              options={PIECES.map(({ name, words }) => ({ value: name, words }))}
              onChange={(ground) => changeDraft((now) => changed(now, 'lies', at, { ground }))}
            />
            <Text
              label="Name of this ground"
              value={lies.name}
              most={LONGEST_NAME}
              onText={(name) => changeDraft((now) => changed(now, 'lies', at, { name }), { isHeld: true })}
            />
          </>
        )}
        {hole && <HoleFields hole={hole} at={at} />}
        {tree && <TreeFields tree={tree} at={at} />}
        <button
          type="button"
          className="press"
          onClick={() => {
            changeDraft((now) => withoutPiece(now, chosen))
            choosePiece(null)
          }}
        >
          Take the {words} away
        </button>
        {corner !== null && corner < corners && corners > leastOf(what) && (
          <button
            type="button"
            className="press"
            onClick={() => {
              changeDraft((now) => withoutCorner(now, chosen, corner))
              letGo()
            }}
          >
            Take corner {corner + 1} away
          </button>
        )}
        <button type="button" className="press" onClick={() => choosePiece(null)}>
          Done
        </button>
      </div>
      {!tree && (
        <p className="mt-1 text-quiet">
          Drag a corner to move it; a small grip between two makes a new one. A corner that you touched can be
          taken away.
        </p>
      )}
    </section>
  )
}

function HoleFields({ hole, at }: { hole: Draft['holes'][number]; at: number }) {
  const units = useUnits()
  const set = (patch: Partial<Draft['holes'][number]>, isHeld = false) =>
    changeDraft((now) => changed(now, 'holes', at, patch), { isHeld })
  return (
    <>
      <Text
        label="Number of the hole"
        value={hole.number}
        most={LONGEST_NUMBER}
        narrow
        onText={(number) => set({ number }, true)}
      />
      <Text
        label="Name of the hole"
        value={hole.name}
        most={LONGEST_NAME}
        onText={(name) => set({ name }, true)}
      />
      <span>
        par{' '}
        <Choice
          label="Par"
          value={hole.par === null ? '' : (String(hole.par) as (typeof PARS)[number])}
          options={PARS.map((value) => ({ value, words: value || 'unknown' }))}
          onChange={(par) => set({ par: par === '' ? null : Number(par) })}
        />
      </span>
      <Quiet>{show(lengthOf(hole.way), 'distance', units)} along its way</Quiet>
    </>
  )
}

function TreeFields({ tree, at }: { tree: Draft['trees'][number]; at: number }) {
  const units = useUnits()
  return (
    <>
      <span>
        a tree{' '}
        <EditableNumber
          shown={show(tree.high_m, 'distance', units)}
          value={tree.high_m}
          range={HIGH}
          onChange={(high_m) => changeDraft((now) => changed(now, 'trees', at, { high_m }))}
        />{' '}
        high, its crown{' '}
        <EditableNumber
          shown={show(tree.crown_m, 'distance', units)}
          value={tree.crown_m}
          range={CROWN}
          onChange={(crown_m) => changeDraft((now) => changed(now, 'trees', at, { crown_m }))}
        />{' '}
        wide
      </span>
    </>
  )
}

const Quiet = ({ children }: { children: ReactNode }) => <span className="text-quiet">{children}</span>

interface TextProps {
  label: string
  value: string
  most: number
  narrow?: boolean
  onText: (text: string) => void
}

/** A short text in a row of fields, its name above it. */
export function Text({ label, value, most, narrow = false, onText }: TextProps) {
  return (
    <label>
      <span className="block text-small text-quiet">{label}</span>
      <input
        className={`field ${narrow ? 'w-20' : 'w-44'}`}
        maxLength={most}
        value={value}
        onChange={(event) => onText(event.target.value)}
        // All that was typed at once is one step back.
        onBlur={() => letGo()}
      />
    </label>
  )
}

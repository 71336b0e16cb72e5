import type { Card, CardCell } from '../api/client'
import { columnWords, DOUBT_MARKS, doubtsOn, groupWords, TOLD_AIM_M, TOLD_BALL_M } from './card-words'
import { distance, small, type Units } from '../lib/units'
import { useUnits } from '../lib/use-units'
import { openCell } from './CardTable'

function aimed(cell: CardCell, units: Units): string {
  const off = cell.aim_offset_m
  if (Math.abs(off) < TOLD_AIM_M) return 'aim straight'
  return `aim ${distance(Math.abs(off), units)} ${units.distance} ${off > 0 ? 'right' : 'left'}`
}

function placed(cell: CardCell, units: Units): string {
  const back = cell.ball_back_m
  if (Math.abs(back) < TOLD_BALL_M) return ''
  return `, ball ${small(Math.abs(back), units)} ${back > 0 ? 'back' : 'forward'}`
}

/** A cell from the middle of the card, and where it stands. */
function example(card: Card): { cell: CardCell; row: number; column: number } | null {
  const row = Math.floor(card.rows.length / 2)
  const column = card.columns.findIndex((_, i) => i > 0 && card.rows[row]?.cells[i] != null)
  const cell = card.rows[row]?.cells[column]
  return cell ? { cell, row, column } : null
}

/** How a card is read: one of its cells in whole words, and what the marks mean. */
export function CardReading({ card }: { card: Card }) {
  const units = useUnits()
  const found = example(card)
  const column = found && card.columns[found.column]
  const marks = doubtsOn(card)
  return (
    <aside aria-label="How to read it" className="no-print max-w-prose">
      <h2 className="text-head font-bold">How to read it</h2>
      <p className="mt-1">{card.about}</p>
      {found && column && (
        <p className="mt-2">
          For example: {card.rows[found.row]?.words},{' '}
          {[groupWords(column, units), columnWords(column, units)].filter(Boolean).join(' ')}:{' '}
          <b>
            {found.cell.club_name}, {found.cell.method_name.toLowerCase()}, {found.cell.swing_words}
          </b>
          ; {aimed(found.cell, units)}
          {placed(found.cell, units)}.{' '}
          <button type="button" className="word" onClick={() => openCell(found.cell)}>
            Open it on the Bench
          </button>
        </p>
      )}
      <p className="mt-2 text-quiet">Every cell opens its shot on the Bench.</p>
      {marks.length > 0 && (
        <dl className="mt-3 grid grid-cols-[2rem_1fr] gap-y-1">
          {marks.map((doubt) => (
            <div key={doubt} className="contents">
              <dt className="figure font-bold">{DOUBT_MARKS[doubt]}</dt>
              <dd>{card.doubts[doubt]}</dd>
            </div>
          ))}
        </dl>
      )}
    </aside>
  )
}

import type { CSSProperties } from 'react'
import type { Card, CardCell } from '../api/client'
import { cellLines, columnWords, DOUBT_MARKS, groupsOf } from './card-words'
import { openOnBench } from '../shot/open-on-bench'
import { fromRequest } from '../shot/request'
import { trim, YARD } from '../lib/units'
import { useUnits } from '../lib/use-units'
import { shortClub } from '../players/short-club'
import type { PaperSize } from '../ui/Paper'

interface CardTableProps {
  card: Card
  size: PaperSize
  /** Which columns, from and up to: a folded card has some on each side. */
  from?: number
  upTo?: number
}

/** Open the shot behind a cell, with the call that stands there. */
export const openCell = (cell: CardCell) => openOnBench(fromRequest(cell.request, cell.call_id))

/** A card's cells. Each opens on the Bench. */
export function CardTable({ card, size, from = 0, upTo = card.columns.length }: CardTableProps) {
  const units = useUnits()
  const columns = card.columns.slice(from, upTo)
  const groups = groupsOf(columns, units)
  const starts = new Set<number>()
  groups.reduce((at, group) => (starts.add(at), at + group.count), 0)
  const hasGroups = groups.some((group) => group.words !== '')
  const isWide = card.kind === 'rough' || card.kind === 'winter'
  const isTight = size !== 'a4' && (card.kind === 'slope' || (size === 'pocket' && !isWide))
  const most = isTight ? 2 : 3
  const value = (metres: number) => trim(Math.round(units.distance === 'yd' ? metres / YARD : metres), 0)
  return (
    <div className="card-scroll" role="group" aria-label={`${card.name}, table`} tabIndex={0}>
      <table className={`card-table ${isWide ? 'card-wide' : ''} ${isTight ? 'card-tight' : ''}`}>
        <thead>
          {hasGroups && (
            <tr>
              <td />
              {groups.map((group, i) => (
                <th
                  key={i}
                  scope="colgroup"
                  colSpan={group.count}
                  className="group"
                  style={{ '--of': group.count } as CSSProperties}
                >
                  {group.words}
                </th>
              ))}
            </tr>
          )}
          <tr>
            <td />
            {columns.map((column, i) => (
              <th key={i} scope="col" className={starts.has(i) ? 'group' : ''}>
                {columnWords(column, units)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {card.rows.map((row) => (
            <tr key={row.words}>
              <th scope="row">
                {row.club_id ? shortClub(row.words) : row.words}
                {row.value_m !== null && <small> {value(row.value_m)}</small>}
              </th>
              {row.cells.slice(from, upTo).map((cell, i) => (
                <td key={i} className={starts.has(i) ? 'group' : ''}>
                  {cell === null ? (
                    '–'
                  ) : (
                    <button
                      type="button"
                      className="card-cell"
                      title={`${cell.club_name}, ${cell.method_name.toLowerCase()}, ${cell.swing_words}: open it on the Bench`}
                      onClick={() => openCell(cell)}
                    >
                      {cellLines(card.kind, cell, units, most).map((line, k) =>
                        k === 0 ? (
                          <b key={k}>
                            {line}
                            {DOUBT_MARKS[cell.doubt]}
                          </b>
                        ) : (
                          line && <span key={k}>{line}</span>
                        ),
                      )}
                    </button>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

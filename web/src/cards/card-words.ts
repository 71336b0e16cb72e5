import type { Card, CardCell } from '../api/client'
import { OUT_WORDS } from '../shot/advice'
import { shortClub } from '../players/short-club'
import { distance, height, scaleOf, show, small, trim, YARD, type Units } from '../lib/units'

type Column = Card['columns'][number]

const whole = (metres: number, units: Units) =>
  trim(Math.round(units.distance === 'yd' ? metres / YARD : metres), 0)

/** What stands over a column. */
export function columnWords(column: Column, units: Units): string {
  switch (column.kind) {
    case 'fall':
    case 'side':
      return show(Math.abs(column.value), 'slope', units)
    case 'wind': {
      const wind = scaleOf('wind', units)
      return trim(Math.abs(wind.toShown(column.value)), 0)
    }
    case 'swing':
    case 'day':
      return column.words
    case 'chip':
      return column.second === 0 ? 'level' : column.second > 0 ? 'falls away' : 'rises'
    case 'distance':
      return whole(column.value, units)
  }
}

/** What several columns side by side have in common; nothing where each stands for itself. */
export function groupWords(column: Column, units: Units): string {
  switch (column.kind) {
    case 'fall':
      return column.words === 'down' ? 'downhill' : 'uphill'
    case 'side':
      return `ball ${column.words} the feet`
    case 'wind':
      return `wind ${column.words}, ${units.speed}`
    case 'chip':
      return `flag at ${show(column.value, 'distance', units)}`
    case 'distance':
      return `flag at, ${units.distance}`
    case 'swing':
    case 'day':
      return ''
  }
}

/** Columns that have something in common, in a row. */
export function groupsOf(columns: readonly Column[], units: Units): { words: string; count: number }[] {
  const groups: { words: string; count: number }[] = []
  for (const column of columns) {
    const words = groupWords(column, units)
    const last = groups.at(-1)
    if (last && last.words === words) last.count += 1
    else groups.push({ words, count: 1 })
  }
  return groups
}

/** After which column a card is folded: where a group ends, as near to the middle as may be. */
export function foldAt(columns: readonly Column[], units: Units): number {
  const middle = columns.length / 2
  const groups = groupsOf(columns, units)
  const ends = groups.map((_, i) => groups.slice(0, i + 1).reduce((sum, group) => sum + group.count, 0))
  const inside = ends.filter((end) => end < columns.length)
  if (inside.length === 0) return Math.ceil(middle)
  return inside.reduce((best, end) => (Math.abs(end - middle) <= Math.abs(best - middle) ? end : best))
}

/** What marks a cell that the model isn't sure of. */
export const DOUBT_MARKS = { '': '', close: '≈', strike: '!', runs: '→', ground: '?' } as const

/** The marks that stand on a card. */
export function doubtsOn(card: Card) {
  const used = new Set(card.rows.flatMap((row) => row.cells.map((cell) => cell?.doubt ?? '')))
  return (['close', 'strike', 'runs', 'ground'] as const).filter((doubt) => used.has(doubt))
}

/** Less is not told: of an aim (m), and of a ball's place (m), where a centimetre is less than anybody sets up to. */
export const TOLD_AIM_M = 0.5
export const TOLD_BALL_M = 0.0125

function aimWords(cell: CardCell, units: Units): string {
  const off = Math.abs(cell.aim_offset_m)
  if (off < TOLD_AIM_M) return 'straight'
  // To a pace is near enough where it is that much.
  const told = off < 10 ? distance(off, units) : whole(off, units)
  return `${told} ${cell.aim_offset_m > 0 ? 'R' : 'L'}`
}

function ballWords(cell: CardCell, units: Units): string {
  if (Math.abs(cell.ball_back_m) < TOLD_BALL_M) return ''
  return `${small(Math.abs(cell.ball_back_m), units)} ${cell.ball_back_m > 0 ? 'back' : 'fwd'}`
}

const PLAIN_METHODS = new Set(['stock-swing', 'kept-club', 'flier-stock'])

const methodWords = (cell: CardCell) =>
  PLAIN_METHODS.has(cell.method_id) ? '' : cell.method_name.toLowerCase()

const MEDICINE: Partial<Record<CardCell['target'], string>> = { ...OUT_WORDS, relief: 'take relief' }

/** How long a swing is, in the room of a cell. */
const SWING_MARKS: Record<string, string> = { full: '', 'three-quarter': '¾', 'chest to chest': '½' }

/** What a player carries in the head, its numbers in the reader's units. */
export function lineWords(line: string, units: Units): string {
  return line.replace(/\{([\d.]+) (m|m\/s|deg)\}/g, (_, told: string, unit: string) => {
    const value = Number(told)
    if (unit === 'deg') return show(value, 'slope', units)
    if (unit === 'm') return `${height(value, units)} ${units.distance}`
    const wind = scaleOf('wind', units)
    return trim(wind.toShown(value), 0) + wind.sign
  })
}

/** A cell in at most so many lines: the first is the answer, the rest how. */
export function cellLines(kind: Card['kind'], cell: CardCell, units: Units, most = 3): string[] {
  return linesOf(kind, cell, units, most).slice(0, most)
}

function linesOf(kind: Card['kind'], cell: CardCell, units: Units, most: number): string[] {
  const club = shortClub(cell.club_name)
  const falls = cell.finish === 'short' ? `${whole(cell.short_m, units)} short` : ''
  const length = SWING_MARKS[cell.swing_words] ?? cell.swing_words
  switch (kind) {
    case 'slope':
      return [
        [club, length].filter(Boolean).join(' '),
        // Where there is room for two, that it falls short matters more than the aim.
        most < 3 && falls ? falls : aimWords(cell, units),
        falls || ballWords(cell, units),
      ]
    case 'wind':
      return [
        cell.stock_m === null ? '–' : whole(cell.stock_m, units),
        // A narrow column has no room for both: how far it falls short is what changes the plan.
        [club, falls || methodWords(cell) || 'stock'].join(' '),
      ]
    case 'sand':
      return [
        distance(cell.total_m, units),
        `in ${small(cell.entry_m, units).replace(/ .*/, '')}, mark ${small(cell.mark_m, units)}`,
      ]
    case 'chip':
      return [
        `${Math.round((100 * cell.carry_m) / Math.max(cell.total_m, 0.1))} %`,
        `${distance(cell.carry_m, units)} ${units.distance}`,
      ]
    case 'rough':
    case 'winter': {
      const medicine = MEDICINE[cell.target]
      const how = [methodWords(cell) || 'stock', kind === 'winter' ? cell.swing_words : ''].filter(Boolean)
      if (cell.target === 'relief') return ['relief', 'take your medicine']
      return [
        club,
        medicine ? `${medicine}: take your medicine` : how.join(', '),
        medicine ? how.join(', ') : falls,
      ]
    }
  }
}

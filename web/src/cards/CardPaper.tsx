import type { Card } from '../api/client'
import { DOUBT_MARKS, doubtsOn, foldAt, lineWords } from './card-words'
import { useUnits } from '../lib/use-units'
import type { PaperSize } from '../ui/Paper'
import { CardTable } from './CardTable'

interface CardPaperProps {
  card: Card
  name: string
  /** The day it is for, in words. */
  day: string
  size: PaperSize
}

const UNIT_OF_ROWS: Partial<Record<Card['kind'], string>> = {
  slope: 'Beside each club: how far it goes from level that day',
  wind: 'Beside each club: its carry without wind',
}

/** What the marks mean, those that stand on this card. */
function Marks({ card }: { card: Card }) {
  const told = doubtsOn(card)
  if (told.length === 0) return null
  return <>{told.map((doubt) => `${DOUBT_MARKS[doubt]} ${card.doubts[doubt] ?? ''}`).join('; ')}. </>
}

/** A card as it is printed: on one page, or folded with half of its columns on each side. */
export function CardPaper({ card, name, day, size }: CardPaperProps) {
  const units = useUnits()
  const head = (
    <header>
      <h2>
        {card.name}: {name}
      </h2>
      {size === 'pocket' ? (
        <p className="fine">
          {day}. <b>{lineWords(card.line, units)}</b>
        </p>
      ) : (
        <>
          <p className="card-line">{lineWords(card.line, units)}</p>
          <p className="fine">{`${day}. ${card.about} Lengths in ${units.distance}.`}</p>
        </>
      )}
    </header>
  )
  // Too wide for a small page: one half of the columns under the other.
  const isHigh = size === 'a6' && card.columns.length > 9
  const rows = UNIT_OF_ROWS[card.kind]
  const foot = (
    <p className="fine">
      <Marks card={card} />
      {size !== 'pocket' && rows && `${rows}. `}
      {size === 'pocket'
        ? 'Made before the round; rule 4.3a: the committee decides.'
        : 'Made before the round from the player’s own bag, without the day’s wind. Rule 4.3a (from memory) allows printed information, but no device that reads slope or wind or recommends a club. The committee decides.'}
    </p>
  )
  const fold = foldAt(card.columns, units)
  if (size !== 'pocket')
    return (
      <>
        {head}
        <CardTable card={card} size={size} upTo={isHigh ? fold : card.columns.length} />
        {isHigh && <CardTable card={card} size={size} from={fold} />}
        {foot}
      </>
    )
  const isOne = card.columns.length < 4
  return (
    <>
      <div className="fold">
        {head}
        <CardTable card={card} size={size} upTo={isOne ? card.columns.length : fold} />
        {isOne && foot}
      </div>
      {!isOne && (
        <div className="fold">
          <CardTable card={card} size={size} from={fold} />
          {foot}
        </div>
      )}
    </>
  )
}

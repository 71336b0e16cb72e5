import { Swatch } from '../../drawing/Swatch'
import { coverOf, type CoverName } from '../covers'

interface CoverTileProps {
  cover: CoverName
  /** How deep the ball lies in it; as it usually does where nothing is said. */
  sunk?: number
  words: string
  isChosen: boolean
  /** Size of its words. */
  size: 'text-tiny' | 'text-small'
  onPick: () => void
}

/** A cover by its drawn swatch, to press. */
export function CoverTile(props: CoverTileProps) {
  const { cover, sunk = coverOf(cover).usual_sunk, words, isChosen, size, onPick } = props
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      className={`w-[86px] border text-left leading-tight hover:border-hot ${size} ${isChosen ? 'border-hot font-semibold' : 'border-rule'}`}
      onClick={onPick}
    >
      <Swatch cover={cover} sunk={sunk} />
      <span className="block px-1 py-0.5 wrap-anywhere">{words}</span>
    </button>
  )
}

import type { Player } from '../api/client'
import { lay, useLaid } from '../lib/desk'
import { useChoosePlayer } from '../shot/use-choose-player'
import { Sheet } from '../ui/Sheet'
import { KeptSheet } from '../shot/bench/KeptSheet'
import { PlayerForm } from '../shot/bench/PlayerForm'
import { AstraySheet } from '../book/AstraySheet'
import { FilesSheet } from '../files/FilesSheet'
import { KeysSheet } from './KeysSheet'
import { SearchSheet } from '../files/SearchSheet'
import { WordsSheet } from './WordsSheet'
import { UnitsSheet } from './UnitsSheet'

function NewPlayerSheet() {
  const choosePlayer = useChoosePlayer()
  return (
    <Sheet {...useLaid('player')} title="Add a player" about="Five facts; the bag can be measured later.">
      <PlayerForm
        onAdded={(player) => {
          lay(null)
          choosePlayer(player.id)
        }}
      />
    </Sheet>
  )
}

/** Everything that can be laid over any place. */
export function DeskSheets({ player }: { player: Player | undefined }) {
  return (
    <>
      <AstraySheet />
      <FilesSheet player={player} />
      <KeptSheet />
      <SearchSheet />
      <WordsSheet />
      <KeysSheet />
      <UnitsSheet />
      <NewPlayerSheet />
    </>
  )
}

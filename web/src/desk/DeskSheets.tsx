import type { Player } from '../api/client'
import { lay, useLaid } from '../lib/desk'
import { useChoosePlayer } from '../shot/use-choose-player'
import { Sheet } from '../ui/Sheet'
import { KeptSheet } from '../shot/bench/KeptSheet'
import { NewPlayer } from '../players/NewPlayer'
import { AstraySheet } from '../book/AstraySheet'
import { FilesSheet } from '../files/FilesSheet'
import { HelpSheet } from './HelpSheet'
import { SearchSheet } from '../files/SearchSheet'
import { SettingsSheet } from './SettingsSheet'

function NewPlayerSheet() {
  const choosePlayer = useChoosePlayer()
  return (
    <Sheet {...useLaid('player')} title="Add a player" about="One carry is enough to start." wide>
      <NewPlayer
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
      <HelpSheet />
      <SettingsSheet />
      <NewPlayerSheet />
    </>
  )
}

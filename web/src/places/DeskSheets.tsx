import type { Player } from '../api/client'
import { settingsQuery } from '../api/queries'
import { lay, useLaid } from '../lib/desk'
import { cardUnits } from '../lib/units'
import { useChoosePlayer } from '../lib/use-choose-player'
import { InUnits } from '../lib/use-units'
import { Sheet } from '../ui/Sheet'
import { CardSheet } from './bench/CardSheet'
import { KeptSheet } from './bench/KeptSheet'
import { PlayerForm } from './bench/PlayerForm'
import { AstraySheet } from './book/AstraySheet'
import { FilesSheet } from './FilesSheet'
import { KeysSheet } from './KeysSheet'
import { UnitsSheet } from './UnitsSheet'
import { useQuery } from '@tanstack/react-query'

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

/** The card speaks the player's units where they have their own. */
function Card({ player }: { player: Player }) {
  const settings = useQuery(settingsQuery)
  if (!settings.data) return null
  return (
    <InUnits value={cardUnits(player, settings.data)}>
      <CardSheet player={player} />
    </InUnits>
  )
}

/** Everything that can be laid over any place. */
export function DeskSheets({ player }: { player: Player | undefined }) {
  return (
    <>
      <AstraySheet />
      <FilesSheet player={player} />
      <KeptSheet />
      {player && <Card player={player} />}
      <KeysSheet />
      <UnitsSheet />
      <NewPlayerSheet />
    </>
  )
}

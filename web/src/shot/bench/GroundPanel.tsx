import type { ReactNode } from 'react'
import type { Call, Player } from '../../api/client'
import { END_H, END_W, EndView } from '../../drawing/EndView'
import { GroundSection } from '../../drawing/GroundSection'
import type { Reading } from '../reading'
import { coverOf } from '../covers'
import { useBench } from '../store'
import { show } from '../../lib/units'
import { fallWords, giveWords, seatWords, sideWords, spokenSummary } from '../words'
import { useOffers } from '../../lib/offers'
import { Choice } from '../../ui/Choice'
import { Value } from '../Value'
import { LieRows } from './LieRows'
import { LineReadings } from './LineReadings'
import { Head } from '../../ui/Head'
import { useUnits } from '../../lib/use-units'

interface GroundPanelProps {
  reading: Reading
  call: Call | undefined
  player: Player
  keptClubId: string | null
  onHelps: () => void
  onTaps: () => void
}

interface SlopeRowProps {
  name: string
  shown: string
  reading: Reading
  read: 'fall' | 'side'
  children?: ReactNode
}

function SlopeRow({ name, shown, reading, read, children }: SlopeRowProps) {
  return (
    <>
      <dt className="text-quiet">{name}</dt>
      <dd>
        <Value read={read} shown={shown} reading={reading} />
        {children}
      </dd>
    </>
  )
}

const AS_FROM_LEVEL = 'level'

/** Which club 'kept club' keeps: the player's choice from level, or the coach's. */
function KeptClub({
  kept,
  levelChoice,
  player,
}: {
  kept: string
  levelChoice: string | null
  player: Player
}) {
  const level = player.clubs.find((club) => club.id === levelChoice)?.name
  const options = [
    {
      value: AS_FROM_LEVEL,
      words: level && !kept ? `${level}, automatic` : 'automatic',
    },
    ...player.clubs.map((club) => ({ value: club.id, words: club.name })),
  ]
  return (
    <>
      <dt className="text-quiet">level club</dt>
      <dd>
        <Choice
          label="Club from a level lie"
          value={kept || AS_FROM_LEVEL}
          options={options}
          onChange={(id) => useBench.getState().set({ keep: id === AS_FROM_LEVEL ? '' : id })}
        />
      </dd>
    </>
  )
}

/** Ground: the section under the ball and its reading in words. */
export function GroundPanel({ reading, call, player, keptClubId, onHelps, onTaps }: GroundPanelProps) {
  const isOffered = useOffers((state) => state.taps)
  const units = useUnits()
  const { set, drag, release } = useBench.getState()
  const fall = fallWords(reading.fall, show(reading.fall, 'slope', units))
  const side = sideWords(reading.side, show(reading.side, 'slope', units))
  return (
    <section aria-label="Ground" className="flex min-w-0 flex-col border-rule lg:border-r">
      <Head
        title="Ground"
        note={
          <>
            drag it,{' '}
            {isOffered && (
              <>
                <button type="button" className="word" onClick={onTaps}>
                  five taps
                </button>
                ,{' '}
              </>
            )}
            or{' '}
            <button type="button" className="word" onClick={onHelps}>
              measure
            </button>
          </>
        }
      />
      <p className="sr-only">{spokenSummary(reading, call, units)}</p>
      <div className="relative">
        <GroundSection
          reading={reading}
          call={call}
          fallShown={fall}
          sunkShown={seatWords(reading.sunk, coverOf(reading.cover).group, units)}
          onDrag={drag}
          onRelease={release}
          onStep={set}
        />
        <div
          className="absolute top-1 left-2 border border-rule bg-paper"
          style={{ width: `min(${END_W / 14}rem, 31vw)`, aspectRatio: `${END_W} / ${END_H}` }}
        >
          <EndView
            side={reading.side}
            leftHanded={player.hand === 'left'}
            shown={side}
            onDrag={drag}
            onRelease={release}
            onStep={set}
          />
        </div>
      </div>
      <dl className="grid grid-cols-[4.6rem_1fr] gap-x-2 border-t border-rule px-3.5">
        <SlopeRow name="ground" shown={fall} reading={reading} read="fall">
          {coverOf(reading.cover).group !== 'sand' && (
            <>
              {', '}
              <Value read="give" shown={giveWords(reading.give)} reading={reading} />
            </>
          )}
        </SlopeRow>
        <SlopeRow name="across" shown={side} reading={reading} read="side" />
        <LieRows reading={reading} />
        <LineReadings reading={reading} />
        <KeptClub kept={reading.keep} levelChoice={keptClubId} player={player} />
      </dl>
    </section>
  )
}

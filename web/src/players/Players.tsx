import { useQuery } from '@tanstack/react-query'
import { tell } from '../lib/desk'
import { Tabs } from 'radix-ui'
import { type Held, type Player } from '../api/client'
import { counted } from '../lib/counted'
import { CarryLine } from '../drawing/CarryLine'
import { WedgeChart } from '../drawing/WedgeChart'
import { doubtsOf, stepWords, swung } from './bag'
import { distance, scaleOf } from '../lib/units'
import { usePlace } from '../lib/place'
import { AskFirst } from '../ui/AskFirst'
import { usePart } from '../lib/use-part'
import { Problem } from '../ui/Problem'
import { Head } from '../ui/Head'
import { BagTable } from './BagTable'
import { Learnt } from '../book/Learnt'
import { Guardian } from './Guardian'
import { hasBadNumber, PlayerFacts } from './PlayerFacts'
import { StockShots } from '../book/StockShots'
import { useEdit } from './use-edit'
import { useUnits } from '../lib/use-units'
import { catalogueQuery } from '../shot/api'
import { stockQuery } from '../book/api'
import { useDropPlayer, heldQuery, bagQuery } from './api'

const TABS = [
  ['bag', 'Bag'],
  ['stock', 'Stock shots'],
  ['learnt', 'What the book teaches'],
] as const
const TAB =
  'pb-0.5 text-quiet data-[state=active]:border-b-2 data-[state=active]:border-hot data-[state=active]:text-ink'

type Edit = ReturnType<typeof useEdit>

/** Somebody else saved this player in the meantime: nothing is lost on either side. */
function Conflict({ edit }: { edit: Edit }) {
  return (
    <div role="alert" className="mb-2 border-l-4 border-hot bg-lit px-3 py-2">
      <p>
        <b>This player was changed elsewhere in the meantime</b>
        {edit.theirs.length > 0 && ` (${edit.theirs.join(', ').replaceAll('_', ' ')})`}. What you typed is
        still here.
      </p>
      <p className="mt-2 flex gap-2">
        <button type="button" className="press" onClick={edit.putOnTop}>
          Save mine instead
        </button>
        <button type="button" className="press" onClick={edit.takeTheirs}>
          Use the newer one
        </button>
      </p>
    </div>
  )
}

/** What goes with a player, in words. */
function heldWords(held: Held): string {
  const told = [
    counted(held.shots, 'booked shot'),
    counted(held.saved_shots, 'saved shot'),
    counted(held.trials, 'trial'),
    counted(held.sessions, 'session'),
    counted(held.photographs, 'photograph'),
    counted(held.links, 'link'),
    `${held.things_in_lessons} done in lessons`,
    `${held.scenes} scenes read`,
  ]
  return told.filter((words) => !words.startsWith('0 ')).join(', ')
}

function DropPlayer({ player }: { player: Player }) {
  const drop = useDropPlayer()
  const held = useQuery(heldQuery(player.id)).data
  const all = held ? heldWords(held) : ''
  return (
    <>
      <AskFirst
        words="delete this player"
        look="text-quiet hover:text-hot"
        question={`This deletes ${player.name} and everything about them${all && `: ${all}`}. Copies made before still contain it until they are replaced.`}
        yes="Delete"
        onYes={() => drop.mutate(player.id)}
      />
      {drop.error && <Problem error={drop.error} />}
    </>
  )
}

/** Ways of playing that the coach puts first for this player, or leaves out; they are set where the schools stand. */
function Stands({ player }: { player: Player }) {
  const catalogue = useQuery(catalogueQuery('right'))
  const { go } = usePlace.getState()
  const names = (ids: string[]) =>
    ids.map((id) => catalogue.data?.methods.find((method) => method.id === id)?.name ?? id).join(', ')
  return (
    <p className="mt-2">
      <span className="text-quiet">Pinned: </span>
      {names(player.pinned) || 'none'}
      <span className="text-quiet">; left out: </span>
      {names(player.excluded) || 'none'}.{' '}
      <button type="button" className="word" onClick={() => go('methods')}>
        choose schools
      </button>
    </p>
  )
}

function BagDrawings({ edit, player }: { edit: Edit; player: Player }) {
  const units = useUnits()
  const bag = useQuery(bagQuery(player.id, player.version))
  const stock = useQuery(stockQuery(player.id)).data ?? []
  const scale = scaleOf('distance', units)
  const clubs = edit.draft.clubs
  const notes = bag.data?.clubs ?? []
  const called = bag.data
    ? stepWords(bag.data, clubs, (metres) => `${distance(metres, units)} ${units.distance}`)
    : []
  return (
    <>
      <div className="grid gap-x-6 gap-y-3 md:grid-cols-[1.55fr_1fr]">
        <section aria-label="Carry">
          <Head title="Carry" note="full stock swing, level, 15 °C at the sea; band: how far it may be off" />
          <div className="px-3.5">
            <CarryLine
              clubs={swung(clubs)}
              steps={bag.data?.steps ?? []}
              doubts={doubtsOf(notes, stock)}
              toShown={scale.toShown}
              unit={units.distance}
            />
          </div>
        </section>
        <section aria-label="Wedges">
          <Head title="Wedges" note="loft and bounce; the ground each suits" />
          <WedgeChart wedges={clubs.filter((club) => club.kind === 'wedge')} notes={notes} />
          <ul className="px-3.5">
            {[...(bag.data?.missing ?? []), ...called].map((words) => (
              <li key={words} className="border-l-4 border-double border-ink pl-2">
                {words.charAt(0).toUpperCase() + words.slice(1)}.
              </li>
            ))}
          </ul>
        </section>
      </div>
      <section aria-label="Clubs" className="mt-3">
        <Head title="Clubs" note="tap a number to change it" />
        <div className="px-3.5">
          <BagTable clubs={clubs} notes={notes} onClubs={(next) => edit.patch({ clubs: next })} />
        </div>
      </section>
    </>
  )
}

/** Players: who they are, what they carry, what their book teaches. */
export function Players({ player }: { player: Player }) {
  const [named, name] = usePart()
  const edit = useEdit(player, () => tell(`${player.name} is saved.`))
  return (
    <main className="mx-auto grid max-w-[120rem] lg:grid-cols-[minmax(0,1fr)_20rem]">
      <section aria-label="Player" className="order-last border-rule p-3.5 lg:border-l">
        <h2 className="mb-2 text-lg font-bold">{player.name}</h2>
        {edit.isConflict && <Conflict edit={edit} />}
        <PlayerFacts draft={edit.draft} texts={edit.texts} onDraft={edit.patch} onText={edit.text} />
        <Stands player={player} />
        <Guardian player={player} />
        {edit.error && <Problem error={edit.error} />}
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="press press-main"
            disabled={!edit.isChanged || edit.isSaving || hasBadNumber(edit.texts)}
            onClick={edit.save}
          >
            {edit.isSaving ? 'Saving' : 'Save'}
          </button>
          {edit.isChanged && (
            <button type="button" className="press" onClick={edit.takeTheirs}>
              Undo
            </button>
          )}
          <DropPlayer player={player} />
        </div>
      </section>
      <Tabs.Root
        value={named.get('part') ?? 'bag'}
        onValueChange={(part) => name({ part: part === 'bag' ? '' : part })}
        className="min-w-0 py-2"
      >
        <Tabs.List className="flex gap-4 border-b border-rule px-3.5" aria-label="Parts of the player’s page">
          {TABS.map(([value, words]) => (
            <Tabs.Trigger key={value} value={value} className={TAB}>
              {words}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value="bag" className="pt-1">
          <BagDrawings edit={edit} player={player} />
        </Tabs.Content>
        <Tabs.Content value="stock" className="pt-1">
          <StockShots player={player} />
        </Tabs.Content>
        <Tabs.Content value="learnt" className="pt-1">
          <Learnt player={player} />
        </Tabs.Content>
      </Tabs.Root>
    </main>
  )
}

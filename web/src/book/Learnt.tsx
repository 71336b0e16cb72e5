import { Meaning } from '../ui/Meaning'
import { scaleLinear } from 'd3-scale'
import { useQuery } from '@tanstack/react-query'
import { tell } from '../lib/desk'
import { type Effect, type Player } from '../api/client'
import { learntQuery } from './api'
import { Problem } from '../ui/Problem'
import { Choice } from '../ui/Choice'
import { Head } from '../ui/Head'
import { counted } from '../lib/counted'
import { dayWords } from '../lib/when'
import { usePatchPlayer } from '../players/api'

const TITLES: Record<Effect['quantity'], [string, string]> = {
  speed: ['Head speed', 'head speed against the model, %'],
  friction: ['Grip of the face', 'friction against the model, where the ball slides, %'],
  face: ['Face', 'shut against the model, degrees (open is negative)'],
  scatter: ['Scatter', 'width against the model, %'],
}
const BY = { cover: 'lie', method: 'method', family: 'clubs' } as const

const signed = (value: number, digits = 1) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)}`

const PRACTISED: readonly { value: Player['practice']; words: string }[] = [
  { value: 'habits', words: 'habits, not strokes lost' },
  { value: 'all', words: 'habits and strokes lost' },
  { value: 'none', words: 'nothing' },
]

const W = 420
const H = 20

/** The axis that the strips of one quantity share: zero in the middle, what the model says. */
function useAxis(reach: number) {
  return scaleLinear([-reach, reach], [8, W - 8]).clamp(true)
}

function Axis({ reach }: { reach: number }) {
  const x = useAxis(reach)
  return (
    <svg viewBox={`0 0 ${W} 16`} className="small-drawing block w-full max-sm:hidden" aria-hidden>
      {x.ticks(7).map((at) => (
        <text key={at} x={x(at)} y={12} textAnchor="middle" className="figure quiet">
          {at === 0 ? '0' : signed(at, 0)}
        </text>
      ))}
    </svg>
  )
}

/** One effect as a strip over the axis: the value, and the interval it lies in eight times of ten. */
function EffectRow({ effect, reach }: { effect: Effect; reach: number }) {
  const x = useAxis(reach)
  const isSure = effect.low > 0 || effect.high < 0
  return (
    <tr className="border-b border-rule">
      <td className="pr-3 text-quiet max-sm:hidden">{BY[effect.by]}</td>
      <th scope="row" className="pr-2 text-left font-normal sm:whitespace-nowrap">
        {effect.words}
      </th>
      <td className="w-1/2">
        <svg viewBox={`0 0 ${W} ${H}`} className="small-drawing block w-full" aria-hidden>
          {x.ticks(7).map((at) => (
            <line
              key={at}
              x1={x(at)}
              x2={x(at)}
              y1={0}
              y2={H}
              stroke={at === 0 ? 'var(--ink)' : 'var(--rule)'}
            />
          ))}
          <line
            x1={x(effect.low)}
            x2={x(effect.high)}
            y1={H / 2}
            y2={H / 2}
            stroke="var(--second)"
            strokeWidth={isSure ? 6 : 2.5}
          />
          <circle cx={x(effect.value)} cy={H / 2} r={4.5} fill="var(--hot)" />
        </svg>
      </td>
      <td className="figure pl-3 text-right">{signed(effect.value)}</td>
      <td className="figure pl-3 text-right whitespace-nowrap text-quiet max-sm:hidden">
        {signed(effect.low)} … {signed(effect.high)}
      </td>
      <td className="figure pl-3 text-right">{effect.shots}</td>
    </tr>
  )
}

/** What the book says of this player beyond the model; heard, switched off, or begun again. */
export function Learnt({ player }: { player: Player }) {
  const learnt = useQuery(learntQuery(player.id))
  const change = usePatchPlayer(player.id)
  if (learnt.error) return <Problem error={learnt.error} onRetry={() => void learnt.refetch()} />
  const told = learnt.data
  if (!told) return <p className="p-3.5 text-quiet">Reading the book.</p>
  const quantities = (['speed', 'friction', 'face', 'scatter'] as const).filter((q) =>
    told.effects.some((effect) => effect.quantity === q),
  )
  return (
    <div>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2 px-3.5 py-2">
        <label>
          <input
            type="checkbox"
            checked={told.learns}
            onChange={(event) => change.mutate({ learns: event.target.checked, forget: false })}
          />{' '}
          use recorded shots in plans
        </label>
        <span>
          practice shots count for{' '}
          <Choice
            label="What practice shots count for"
            value={told.practice}
            options={PRACTISED}
            onChange={(practice) => change.mutate({ practice, forget: false })}
          />
        </span>
        <button
          type="button"
          className="word"
          onClick={() => {
            change.mutate({ forget: true })
            tell('Learning starts again from now. The shots stay in the book.')
          }}
        >
          start learning again from today
        </button>
        <span className="text-quiet">
          Learnt from {counted(told.shots, 'shot')}
          {told.learns_from ? ` since ${dayWords(told.learns_from)}` : ''}
        </span>
      </div>
      {change.error && <Problem error={change.error} />}
      {quantities.length === 0 && (
        <p className="max-w-prose px-3.5">
          Nothing yet. Book where the ball finished on the Bench (key E), or let a launch monitor measure
          stock shots. With every shot the plan moves closer to what this player really does.
        </p>
      )}
      <div className="grid gap-x-4 gap-y-3 min-[1700px]:grid-cols-2">
        {quantities.map((quantity) => {
          const rows = told.effects.filter((effect) => effect.quantity === quantity)
          const reach = Math.max(5, ...rows.flatMap((e) => [Math.abs(e.low), Math.abs(e.high)]))
          return (
            <section key={quantity} aria-label={TITLES[quantity][0]}>
              <Head title={TITLES[quantity][0]} note={TITLES[quantity][1]} />
              <table className="mx-3.5 w-[calc(100%-1.75rem)] text-small">
                <thead className="text-quiet">
                  <tr>
                    <th className="text-left font-normal max-sm:hidden">by</th>
                    <td />
                    <th className="font-normal">
                      <Axis reach={reach} />
                    </th>
                    <th className="pl-3 text-right font-normal">adds</th>
                    <th className="pl-3 text-right font-normal max-sm:hidden">8 in 10</th>
                    <th className="pl-3 text-right font-normal">shots</th>
                  </tr>
                </thead>
                <tbody>
                  {rows.map((effect) => (
                    <EffectRow key={`${effect.by}${effect.name}`} effect={effect} reach={reach} />
                  ))}
                </tbody>
              </table>
            </section>
          )
        })}
      </div>
      <p className="mt-3 max-w-prose px-3.5 text-small text-quiet">
        Bars: <Meaning of="likely range">likely range</Meaning> (8 in 10). A thick bar is unlikely to be luck.
        What is learnt about club, lie and method adds up for a stroke. Heavy, thin and shanked strikes count
        in the rates, not here. With few shots the numbers stay close to the model.
      </p>
    </div>
  )
}

import house from '../../../docs/schema/house.json'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Player, Trial, TrialNew } from '../api/client'
import { callName } from '../shot/advice'
import { toRequest } from '../shot/request'
import { useReading } from '../shot/store'
import { usePlan } from '../shot/use-plan'
import { Choice } from '../ui/Choice'
import { Problem } from '../ui/Problem'
import { useStartTrial, trialSizeQuery } from './api'

const DECIDING = Object.entries(house.decides).map(([value, words]) => ({ value, words }))

/** Two calls of the shot on the Bench, so many balls each. */
export function NewTrial({ player, onStarted }: { player: Player; onStarted: (trial: Trial) => void }) {
  const reading = useReading()
  const { plan } = usePlan(reading)
  const [[a, b], setPair] = useState(['', ''])
  const [balls, setBalls] = useState('12')
  const [decides, setDecides] = useState<TrialNew['decides']>('strokes')
  const calls = plan?.calls ?? []
  const [first, second] = [a || (calls[0]?.id ?? ''), b || (plan?.second_id ?? calls[1]?.id ?? '')]
  const start = useStartTrial(player.id)
  const asked: TrialNew = {
    name: '',
    request: toRequest(reading),
    a_call: first,
    b_call: second,
    balls_each: Number(balls),
    decides,
  }
  const size = useQuery(trialSizeQuery(asked))
  const pick = (label: string, value: string, onPick: (id: string) => void) => (
    <label className="grid grid-cols-[2rem_1fr] items-center">
      <b>{label}</b>
      <Choice
        look="field"
        label={`Call ${label}`}
        value={value}
        options={calls.map((call) => ({ value: call.id, words: callName(call) }))}
        onChange={onPick}
      />
    </label>
  )
  if (calls.length < 2)
    return <p className="text-quiet">The shot on the Bench has only one call. A trial compares two.</p>
  return (
    <form
      className="grid max-w-md gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        start.mutate(asked, { onSuccess: onStarted })
      }}
    >
      {pick('A', first, (id) => setPair([id, b]))}
      {pick('B', second, (id) => setPair([a, id]))}
      <label>
        <input
          className="field figure w-16"
          inputMode="numeric"
          aria-label="Balls each"
          value={balls}
          onChange={(event) => setBalls(event.target.value)}
        />{' '}
        balls each, in shuffled order
      </label>
      <div className="flex flex-wrap items-baseline gap-x-2">
        <span>what decides:</span>
        <Choice
          look="field"
          label="What decides"
          value={decides}
          options={DECIDING}
          onChange={(one) => setDecides(one as TrialNew['decides'])}
        />
      </div>
      {size.data && <p className="text-small text-quiet">{size.data.words}</p>}
      {start.error && <Problem error={start.error} />}
      <button type="submit" className="press press-main justify-self-start" disabled={start.isPending}>
        Start the trial
      </button>
    </form>
  )
}

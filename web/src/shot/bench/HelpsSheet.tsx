import { Choice } from '../../ui/Choice'
import { useState } from 'react'
import type { Player } from '../../api/client'
import { Swatch } from '../../drawing/Swatch'
import { HELPS, helpFits, type CoverName, type Help, type Step } from '../covers'
import { deepest, type Reading } from '../reading'
import { useBench } from '../store'
import { scaleOf, trim } from '../../lib/units'
import { Problem } from '../../ui/Problem'
import { useMeasured } from '../measured'
import { Sheet } from '../../ui/Sheet'
import { PhotographBlock } from './PhotographBlock'
import { TiltBlock } from './TiltBlock'
import { Live } from '../../ui/Live'
import { useUnits } from '../../lib/use-units'
import { useMeasureSlope } from '../api'
import { NUMBERS } from '../numbers'

interface HelpsSheetProps {
  open: boolean
  reading: Reading
  player: Player
  onOpenChange: (open: boolean) => void
}

/** What an answer to a test sets on the Bench, with its doubt. */
export function patchOf(help: Help, step: Step, reading: Reading): Partial<Reading> {
  const value = Number(step.value)
  switch (help.sets) {
    case 'cover':
      return { cover: step.value as CoverName }
    case 'give':
      return { give: Math.round(100 * value), doubtGive: Math.round(100 * step.doubt) }
    case 'density':
      return { density: Math.round(100 * value), doubtDensity: Math.round(100 * step.doubt) }
    case 'sunk':
      return { sunk: Math.min(value, deepest(reading)), doubtSunk: step.doubt }
  }
}

function doubtWords(help: Help, step: Step): string {
  if (help.sets === 'cover') return '1 in 4 readings is one step off'
  if (help.sets === 'sunk') return `± ${trim(step.doubt, 2)} of a ball`
  return `± ${Math.round(100 * step.doubt)} %`
}

function HelpBlock({ help, reading }: { help: Help; reading: Reading }) {
  const set = useBench.getState().set
  const fits = help.steps.filter(
    (step) => help.sets !== 'sunk' || Number(step.value) <= deepest(reading) + 0.3,
  )
  return (
    <section aria-label={help.name} className="border-t border-rule py-2">
      <h3 className="font-semibold">{help.name}</h3>
      <p className="text-small text-quiet">{help.how}</p>
      <div className="mt-1.5 flex flex-wrap gap-2">
        {fits.map((step) => (
          <button
            key={step.words}
            type="button"
            className="border border-faint px-2 py-1 text-left text-small hover:border-hot"
            onClick={() => set(patchOf(help, step, reading))}
          >
            {help.sets === 'sunk' && <Swatch cover={reading.cover} sunk={Number(step.value)} />}
            {help.sets === 'cover' && <Swatch cover={step.value as CoverName} />}
            <span className="block">{step.words}</span>
            <span className="block text-tiny text-quiet">{doubtWords(help, step)}</span>
          </button>
        ))}
      </div>
    </section>
  )
}

/** A slope from a rise held against a run, worked out by the server. */
const WAYS = [
  { value: 'fall', words: 'from the ball to the target' },
  { value: 'side', words: 'from the feet to the ball' },
] as const

function RiseBlock({ player }: { player: Player }) {
  const measured = useMeasured(player.id)
  const units = useUnits()
  const [rise, setRise] = useState('')
  const [run, setRun] = useState('1')
  const [along, setAlong] = useState<'fall' | 'side'>('fall')
  const isInches = units.small === 'in'
  const isYards = units.distance === 'yd'
  const measure = useMeasureSlope()
  const take = ({ slope_deg: slope, doubt_deg: doubt }: NonNullable<typeof measure.data>) => {
    const limit = NUMBERS.fall.high
    if (Math.abs(slope) > limit) return
    const half = Math.round(slope * 2) / 2
    const off = Math.round(doubt * 10) / 10
    // A rise to the target is uphill, which is a negative fall.
    measured(along === 'fall' ? { fall: -half + 0 } : { side: half }, off, 'rise over run')
  }
  const number = (text: string) => Number(text.replace(',', '.'))
  const paced = {
    rise_m: number(rise) * (isInches ? 0.0254 : 0.01),
    run_m: number(run) * (isYards ? 0.9144 : 1),
  }
  const slope = scaleOf('slope', units)
  const found = measure.data
  return (
    <section aria-label="Rise over run" className="border-t border-rule py-2">
      <h3 className="font-semibold">Rise over run</h3>
      <p className="text-small text-quiet">
        Lay a club level from the ball, or pace it, and measure how far the ground rises (falls: minus) at its
        end.
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault()
          measure.mutate(paced, { onSuccess: take })
        }}
        className="mt-1.5 flex flex-wrap items-end gap-3"
      >
        <label>
          <span className="block text-small text-quiet">rise, {isInches ? 'in' : 'cm'}</span>
          <input
            className="field figure w-20"
            inputMode="decimal"
            required
            pattern="-?[0-9]+([.,][0-9]+)?"
            title="A number, such as 12 or -8.5"
            value={rise}
            onChange={(event) => setRise(event.target.value)}
          />
        </label>
        <label>
          <span className="block text-small text-quiet">over a run of, {isYards ? 'yd' : 'm'}</span>
          <input
            className="field figure w-20"
            inputMode="decimal"
            required
            pattern="[0-9]+([.,][0-9]+)?"
            title="A number, such as 1 or 2.5"
            value={run}
            onChange={(event) => setRun(event.target.value)}
          />
        </label>
        <label>
          <span className="block text-small text-quiet">which way</span>
          <Choice look="field" label="which way" value={along} options={WAYS} onChange={setAlong} />
        </label>
        <button type="submit" className="press" disabled={measure.isPending}>
          Set the slope
        </button>
      </form>
      {measure.error && <Problem error={measure.error} />}
      <Live as="p" className="mt-1 text-small">
        {found &&
          `${trim(slope.toShown(found.slope_deg), 1)}${slope.sign}, give or take ${trim(found.doubt_deg, 1)}°. ${
            Math.abs(found.slope_deg) > NUMBERS.fall.high
              ? `That is steeper than the ${NUMBERS.fall.high}° that Veltrin can work out a swing for. Nothing was set.`
              : 'Set on the Bench.'
          }`}
      </Live>
    </section>
  )
}

/** Measuring helps: each says how far off it usually is, and sets the reading behind the sheet. */
export function HelpsSheet({ open, reading, player, onOpenChange }: HelpsSheetProps) {
  return (
    <Sheet
      open={open}
      title="Measuring helps"
      about="Each one sets the reading on the Bench and how far it may be off."
      onOpenChange={onOpenChange}
    >
      <PhotographBlock player={player} />
      <TiltBlock player={player} />
      <RiseBlock player={player} />
      {HELPS.filter((help) => helpFits(help, reading.cover)).map((help) => (
        <HelpBlock key={help.id} help={help} reading={reading} />
      ))}
    </Sheet>
  )
}

import { Choice } from '../ui/Choice'
import type { PlayerEdit } from '../api/client'

type Key =
  'handicap' | 'scatter_handicap' | 'stature_m' | 'lean_deg' | 'attack_deg' | 'lead_pct' | 'ball_place_m'

/** The facts of a player as they are typed; how each is told and what it may be. */
const NUMBERS: readonly {
  key: Key
  label: string
  unit: string
  times: number
  hint: string
  may: boolean
}[] = [
  { key: 'handicap', label: 'Handicap', unit: '', times: 1, hint: '−6 to 54', may: false },
  {
    key: 'scatter_handicap',
    label: 'Plays shots like a handicap of',
    unit: '',
    times: 1,
    hint: 'if not their own',
    may: true,
  },
  { key: 'stature_m', label: 'Height', unit: 'm', times: 1, hint: '1 to 2.2', may: false },
  {
    key: 'lean_deg',
    label: 'Shaft lean, mid iron',
    unit: '°',
    times: 1,
    hint: 'if measured',
    may: true,
  },
  { key: 'attack_deg', label: 'Attack, mid iron', unit: '°', times: 1, hint: '−9 to 3', may: false },
  { key: 'lead_pct', label: 'Pressure on the lead side', unit: '%', times: 1, hint: '30 to 80', may: false },
  {
    key: 'ball_place_m',
    label: 'Ball inside the lead heel',
    unit: 'cm',
    times: 100,
    hint: 'mid iron',
    may: true,
  },
]

/** Whether something was typed that is no number: it is not saved until it is one. */
export function hasBadNumber(texts: Record<string, string>): boolean {
  return NUMBERS.some(({ key, may }) => {
    const text = texts[key]
    if (text === undefined) return false
    return text.trim() === '' ? !may : !Number.isFinite(asNumber(text))
  })
}

const asNumber = (text: string) => Number(text.replace(',', '.').replace('−', '-'))

interface PlayerFactsProps {
  draft: PlayerEdit
  /** What each number was typed as, by key. */
  texts: Record<string, string>
  onDraft: (patch: Partial<PlayerEdit>) => void
  onText: (key: string, text: string) => void
}

const ROW = 'grid grid-cols-[10.5rem_minmax(0,1fr)] items-center gap-2'

function Pick<T extends string>(props: {
  label: string
  value: T
  options: readonly (readonly [T, string])[]
  onPick: (value: T) => void
}) {
  return (
    <label className={ROW}>
      <span>{props.label}</span>
      <Choice
        className="justify-self-start"
        label={props.label}
        value={props.value}
        options={props.options.map(([value, words]) => ({ value, words }))}
        onChange={props.onPick}
      />
    </label>
  )
}

/** Who the player is, and how they stand and swing as a rule: told as facts, each written over where it stands. */
export function PlayerFacts({ draft, texts, onDraft, onText }: PlayerFactsProps) {
  return (
    <div className="grid gap-1.5">
      <label className={ROW}>
        <span>Name</span>
        <input
          className="fact min-w-0"
          maxLength={60}
          value={draft.name}
          onChange={(event) => onDraft({ name: event.target.value })}
        />
      </label>
      <label className={ROW}>
        <span>In a few words</span>
        <input
          className="fact min-w-0"
          maxLength={120}
          placeholder="14, junior"
          value={draft.note}
          onChange={(event) => onDraft({ note: event.target.value })}
        />
      </label>
      <label className={ROW}>
        <span>Year of birth</span>
        <input
          className="fact figure w-20 justify-self-start"
          type="number"
          min={1900}
          max={2100}
          placeholder="2012"
          value={draft.birth_year ?? ''}
          onChange={(event) =>
            onDraft({ birth_year: event.target.value === '' ? null : Number(event.target.value) })
          }
        />
      </label>
      <Pick
        label="Plays"
        value={draft.hand}
        options={[
          ['right', 'right-handed'],
          ['left', 'left-handed'],
        ]}
        onPick={(hand) => onDraft({ hand })}
      />
      {NUMBERS.map(({ key, label, unit, times, hint, may }) => {
        const stored = draft[key]
        const text = texts[key] ?? (stored == null ? '' : `${Number((stored * times).toFixed(2))}`)
        const typed = asNumber(text)
        const isGood = text.trim() === '' ? may : Number.isFinite(typed)
        return (
          <label key={key} className={ROW}>
            <span>{label}</span>
            <span className="flex items-baseline gap-1.5">
              <input
                className="fact figure w-14"
                inputMode="decimal"
                aria-invalid={!isGood}
                value={text}
                onChange={(event) => {
                  onText(key, event.target.value)
                  const next = asNumber(event.target.value)
                  if (event.target.value.trim() === '') {
                    if (may) onDraft({ [key]: null })
                  } else if (Number.isFinite(next)) onDraft({ [key]: next / times })
                }}
              />
              <span className="text-small whitespace-nowrap text-quiet">{unit}</span>
              <span className="fact-hint text-small whitespace-nowrap text-quiet">{hint}</span>
            </span>
          </label>
        )
      })}
      <Pick
        label="Ball"
        value={draft.ball}
        options={[
          ['soft', 'soft cover'],
          ['firm', 'firm cover'],
          ['range', 'range ball'],
        ]}
        onPick={(ball) => onDraft({ ball })}
      />
      <Pick
        label="Units of the card"
        value={draft.units}
        options={[
          ['', 'as the coach'],
          ['metric', 'metres'],
          ['yards', 'yards'],
        ]}
        onPick={(units) => onDraft({ units })}
      />
      <label className="block">
        <span>Notes</span>
        <textarea
          className="fact mt-0.5 w-full"
          rows={4}
          maxLength={4000}
          value={draft.notes}
          onChange={(event) => onDraft({ notes: event.target.value })}
        />
      </label>
    </div>
  )
}

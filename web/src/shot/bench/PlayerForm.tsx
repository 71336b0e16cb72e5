import { Choice } from '../../ui/Choice'
import { useState } from 'react'
import { type Player, type PlayerNew } from '../../api/client'
import { PLAIN_PLAYER } from '../../players/bag'
import { Problem } from '../../ui/Problem'
import { useAddPlayer } from '../../players/api'

interface Draft {
  name: string
  hand: PlayerNew['hand']
  carry: string
  handicap: string
  stature: string
}

const HANDS = [
  { value: 'right', words: 'right-handed' },
  { value: 'left', words: 'left-handed' },
] as const

const EMPTY: Draft = { name: '', hand: 'right', carry: '130', handicap: '18', stature: '1.78' }

/** A player from five facts; the usual bag is scaled from the 7-iron carry. */
export function PlayerForm({ onAdded }: { onAdded: (player: Player) => void }) {
  const [draft, setDraft] = useState(EMPTY)
  const add = useAddPlayer()
  const told: PlayerNew = {
    name: draft.name,
    hand: draft.hand,
    stature_m: Number(draft.stature),
    handicap: Number(draft.handicap),
    seven_iron_carry_m: Number(draft.carry),
    ...PLAIN_PLAYER,
    leave_out: [],
  }
  const text = (key: 'name' | 'carry' | 'handicap' | 'stature', label: string) => (
    <label className="grid grid-cols-[11rem_1fr] items-center">
      <span>{label}</span>
      <input
        className="field"
        required
        inputMode={key === 'name' ? 'text' : 'decimal'}
        value={draft[key]}
        onChange={(event) => setDraft({ ...draft, [key]: event.target.value })}
      />
    </label>
  )
  return (
    <form
      className="grid max-w-md gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        add.mutate(told, { onSuccess: onAdded })
      }}
    >
      {text('name', 'Name')}
      <label className="grid grid-cols-[11rem_1fr] items-center">
        <span>Plays</span>
        <Choice
          look="field"
          label="Plays"
          value={draft.hand}
          options={HANDS}
          onChange={(hand) => setDraft({ ...draft, hand })}
        />
      </label>
      {text('carry', '7-iron carries (m)')}
      {text('handicap', 'Handicap')}
      {text('stature', 'Height (m)')}
      {add.error && <Problem error={add.error} />}
      <button type="submit" className="press press-main justify-self-start" disabled={add.isPending}>
        Add player
      </button>
    </form>
  )
}

import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { client, unwrap, type Player, type PlayerNew } from '../../api/client'
import { PLAIN_PLAYER } from '../../lib/bag'
import { Problem } from '../../ui/Problem'

interface Draft {
  name: string
  hand: PlayerNew['hand']
  carry: string
  handicap: string
  stature: string
}

const EMPTY: Draft = { name: '', hand: 'right', carry: '130', handicap: '18', stature: '1.78' }

/** A player from five facts; the usual bag is scaled from the 7-iron carry. */
export function PlayerForm({ onAdded }: { onAdded: (player: Player) => void }) {
  const [draft, setDraft] = useState(EMPTY)
  const queries = useQueryClient()
  const add = useMutation({
    mutationFn: async () =>
      unwrap(
        await client.POST('/api/players', {
          body: {
            name: draft.name,
            hand: draft.hand,
            stature_m: Number(draft.stature),
            handicap: Number(draft.handicap),
            seven_iron_carry_m: Number(draft.carry),
            ...PLAIN_PLAYER,
            leave_out: [],
          },
        }),
      ),
    onSuccess: async (player) => {
      await queries.invalidateQueries({ queryKey: ['players'] })
      onAdded(player)
    },
  })
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
        add.mutate()
      }}
    >
      {text('name', 'Name')}
      <label className="grid grid-cols-[11rem_1fr] items-center">
        <span>Plays</span>
        <select
          className="field"
          value={draft.hand}
          onChange={(event) => setDraft({ ...draft, hand: event.target.value === 'left' ? 'left' : 'right' })}
        >
          <option value="right">right-handed</option>
          <option value="left">left-handed</option>
        </select>
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

import { useState } from 'react'
import type { Player } from '../api/client'
import { dayWords, todayHere } from '../lib/when'
import { AskFirst } from '../ui/AskFirst'
import { Problem } from '../ui/Problem'
import { usePutGuardian, useDropGuardian } from './api'

/** Who agreed for a minor to links, photographs and voice: asked once, shown, and taken back at a press. */
export function Guardian({ player }: { player: Player }) {
  const [name, setName] = useState('')
  const [on, setOn] = useState(todayHere)
  const put = usePutGuardian(player.id)
  const drop = useDropGuardian(player.id)
  if (!player.is_minor && !player.guardian) return null
  const error = put.error ?? drop.error
  return (
    <section aria-label="Guardian" className="mt-3 border-t border-rule pt-2">
      <h3 className="font-semibold">Guardian</h3>
      {player.guardian ? (
        <p className="flex flex-wrap items-baseline gap-x-3">
          <span>
            {player.guardian} agreed{player.guardian_on && ` on ${dayWords(player.guardian_on)}`} to links,
            photographs and voice.
          </span>
          <AskFirst
            words="withdraw it"
            look="text-quiet hover:text-hot"
            question={`Links of ${player.name} end at once. Photographs stay until you delete them.`}
            yes="Withdraw it"
            onYes={() => drop.mutate()}
          />
        </p>
      ) : (
        <form
          className="grid gap-1.5"
          onSubmit={(event) => {
            event.preventDefault()
            put.mutate({ name: name.trim(), on })
          }}
        >
          <p className="text-small text-quiet">
            {player.name} is under eighteen. Before you take photographs or make a link to a page for{' '}
            {player.name}, a parent or guardian has to agree.
          </p>
          <label className="block">
            <span className="block text-small text-quiet">who agreed</span>
            <input
              className="field w-full"
              required
              maxLength={60}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
          </label>
          <label className="block">
            <span className="block text-small text-quiet">on</span>
            <input
              type="date"
              className="field"
              required
              max={todayHere()}
              value={on}
              onChange={(event) => setOn(event.target.value)}
            />
          </label>
          <button type="submit" className="press justify-self-start" disabled={put.isPending || !name.trim()}>
            They agreed
          </button>
        </form>
      )}
      {error && <Problem error={error} />}
    </section>
  )
}

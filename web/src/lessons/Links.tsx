import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { linksQuery, useMakeLink, useRevokeLink } from './api'
import { linkOf } from './take'
import { dayAfter } from '../lib/weeks'
import { dayWords, fieldsOf, momentOf } from '../lib/when'
import { AskFirst } from '../ui/AskFirst'
import { Problem } from '../ui/Problem'
import { sessionQuery } from '../accounts/api'

const USUAL_DAYS = 30

/** Links to a player's own page: made until a day, revoked by a press. Only where others reach this server. */
export function Links({ player_id, name }: { player_id: string; name: string }) {
  const isNetworked = useQuery(sessionQuery).data?.needed ?? false
  const links = useQuery({ ...linksQuery(player_id), enabled: isNetworked })
  const make = useMakeLink()
  const revoke = useRevokeLink()
  const [until, setUntil] = useState(() => dayAfter(fieldsOf(new Date()).date, USUAL_DAYS))
  const ends_on = momentOf(until, '23:59')
  const token = make.data?.token
  return (
    <section aria-label="Link to the player’s page">
      <h3 className="text-head font-bold">On {name}’s own phone</h3>
      {!isNetworked ? (
        <p className="max-w-prose text-quiet">
          You can make a link to the player’s own page (sheets, drills, sessions) when this server is open to
          a network (veltrin serve --host, with coaches who sign in).
        </p>
      ) : (
        <>
          <p className="max-w-prose">
            Anyone with the link can see {name}’s sheets and drills and run {name}’s sessions. The link shows
            nothing else.
          </p>
          <form
            className="mt-1.5 flex flex-wrap items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault()
              if (ends_on) make.mutate({ player_id, ends_on })
            }}
          >
            <label>
              <span className="block text-small text-quiet">until</span>
              <input type="date" className="field" value={until} onChange={(e) => setUntil(e.target.value)} />
            </label>
            <button type="submit" className="press" disabled={make.isPending || !ends_on}>
              Make a link
            </button>
          </form>
          {make.error && <Problem error={make.error} />}
          {token && (
            <label className="mt-2 block">
              <span className="block text-small text-quiet">Send it now: it is shown only once.</span>
              <input
                className="field figure w-full"
                readOnly
                value={linkOf(token)}
                onFocus={(e) => e.target.select()}
              />
            </label>
          )}
          {links.error && <Problem error={links.error} />}
          {revoke.error && <Problem error={revoke.error} />}
          <ul className="mt-2">
            {(links.data ?? []).map((link) => (
              <li key={link.id} className="flex flex-wrap items-baseline gap-3 border-t border-rule py-1">
                made {dayWords(link.made_at)}, until {dayWords(link.ends_on)}
                <AskFirst
                  words="revoke"
                  look="word text-small"
                  question="The link no longer works."
                  yes="Revoke it"
                  onYes={() => revoke.mutate(link.id)}
                />
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}

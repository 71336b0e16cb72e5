import { useQuery } from '@tanstack/react-query'
import { Problem } from '../ui/Problem'
import { academiesQuery, useConsent } from './api'

/** The academies of who is here: their members, and whether one's own books may be calibrated with theirs. */
export function Academies() {
  const academies = useQuery(academiesQuery)
  const consent = useConsent()
  if (!academies.data?.length) return null
  return (
    <>
      <dt className="text-quiet">academy</dt>
      <dd>
        {academies.data.map((one) => (
          <section key={one.id} aria-label={one.name} className="mb-2">
            <p>
              <b>{one.name}</b>: {one.members.map((member) => member.name).join(', ')}
            </p>
            <label>
              <input
                type="checkbox"
                className="mr-1"
                checked={one.members.some((member) => member.is_me && member.consents)}
                disabled={consent.isPending}
                onChange={(event) => consent.mutate({ id: one.id, consents: event.target.checked })}
              />
              my books may be calibrated with theirs
            </label>
            <p className="text-small text-quiet">
              Veltrin then measures its own numbers by all booked shots together. Nobody sees your players or
              their shots.
            </p>
          </section>
        ))}
        {consent.error && <Problem error={consent.error} />}
      </dd>
    </>
  )
}

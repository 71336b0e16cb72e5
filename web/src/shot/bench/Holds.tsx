import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Call, PlanResponse } from '../../api/client'
import { changeWords, holdsWords, nameIn } from '../advice'
import type { Reading } from '../reading'
import { toRequest } from '../request'
import { Problem } from '../../ui/Problem'
import { EyeDoubts } from '../../eye/EyeDoubts'
import { useUnits } from '../../lib/use-units'
import { settingsQuery, sensitivityQuery, whoQuery } from '../api'

interface AdviceProps {
  plan: PlanResponse
  call: Call
  reading: Reading
}

/** Which reading would change the call, and what to measure again. */
export function Holds({ plan, call, reading }: AdviceProps) {
  const units = useUnits()
  const [open, setOpen] = useState(false)
  const eye = useQuery(settingsQuery).data?.eye ?? 'usual'
  const request = toRequest({ ...reading, call: '' })
  const answer = useQuery({ ...sensitivityQuery({ request, call_id: call.id, eye }), enabled: open })
  const rows = answer.data?.rows ?? []
  const changing = rows.filter((row) => row.changes)
  const fall = rows.find((row) => row.reading === 'fall')
  return (
    <details className="px-3 pt-2 text-small" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer font-bold">Does the call hold?</summary>
      {open && <EyeDoubts rows={rows} />}
      {answer.isFetching && <p className="text-quiet">Checking each reading.</p>}
      {answer.error && <Problem error={answer.error} />}
      {fall && (
        <p className="mt-1">
          The call holds for slopes <b>{holdsWords(fall, units)}</b>.
        </p>
      )}
      {answer.data && changing.length === 0 && (
        <p>
          No reading would change the call, even if it is off by its {eye === 'usual' ? 'usual ' : ''}doubt.
        </p>
      )}
      {changing.length > 0 && (
        <>
          <p className="mt-1 font-semibold">Worth measuring again, the most costly first:</p>
          <ol className="list-decimal space-y-0.5 pl-5">
            {changing.map((row) => (
              <li key={row.reading}>
                <b className="font-semibold">{row.words}</b>: {row.again}.{' '}
                {changeWords(row, nameIn(plan), units)}.
              </li>
            ))}
          </ol>
        </>
      )}
    </details>
  )
}

function speed(metres: number | null): string {
  return metres === null ? '' : metres.toFixed(0)
}

/** Who has the speed for this call, and what each player would do. */
export function WhoCan({ call, reading }: AdviceProps) {
  const [open, setOpen] = useState(false)
  const request = toRequest({ ...reading, call: '', keep: '' })
  const answer = useQuery({ ...whoQuery({ request, call_id: call.id }), enabled: open })
  return (
    <details className="px-3 pt-2 text-small" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="cursor-pointer font-bold">Who can play it?</summary>
      <p className="text-quiet">
        Club-head speed: needs {speed(call.club_speed_m_s)} m/s of this player’s {speed(call.full_speed_m_s)}.
      </p>
      {answer.isFetching && <p className="text-quiet">Checking each player’s bag.</p>}
      {answer.error && <Problem error={answer.error} />}
      {(answer.data?.not_asked ?? 0) > 0 && (
        <p className="text-quiet">
          The first thirty by name; {answer.data?.not_asked} more were not checked.
        </p>
      )}
      <ul className="mt-1 space-y-1">
        {answer.data?.rows.map((row) => (
          <li key={row.player_id}>
            <b>{row.player_name}</b>{' '}
            {row.can ? (
              <>
                can: {speed(row.need_m_s)} of {speed(row.has_m_s)} m/s
              </>
            ) : (
              <>
                can’t: {row.reason}
                {row.need_m_s !== null &&
                  row.has_m_s !== null &&
                  ` (needs ${speed(row.need_m_s)}, has ${speed(row.has_m_s)} m/s)`}
              </>
            )}
            .{' '}
            {row.first ? `Would play: ${row.first} (${row.strokes?.toFixed(2)}).` : 'No playable call here.'}
          </li>
        ))}
      </ul>
    </details>
  )
}

import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useTask } from '../api/task'
import { openOnBench } from '../shot/open-on-bench'
import { fromRequest } from '../shot/request'
import type { Sorted } from './use-filters'
import { Fragment, useState } from 'react'
import { Spark } from '../drawing/Spark'
import { type Booking } from '../api/client'
import { bookedQuestionQuery, bookQuery, PAGE, useLetCount, useDropBooking, type Which } from './api'
import { finishWords } from './finish'
import { distance, type Units } from '../lib/units'
import { useWide } from '../lib/use-wide'
import { Problem } from '../ui/Problem'
import { Heading, SortChoice, type Sorting } from './Sorting'
import { useUnits } from '../lib/use-units'
import { dayAndTime, timeWords, weekdayWords } from '../lib/when'

const meantOf = (row: Booking) => ({ carry: row.expected_carry_m, total: row.expected_total_m })

/** How far it went in all, where that was seen. */
function totalOf(row: Booking): number | null {
  if (row.holed) return row.target_m
  if (row.total_m != null) return row.total_m
  return row.past_m == null ? null : row.target_m + row.past_m
}

function endWords(row: Booking, units: Units): string {
  if (row.holed) return 'holed'
  if (row.past_m == null && row.hit !== null) return row.hit ? 'hit' : 'missed'
  if (row.past_m == null) return row.total_m == null ? '' : distance(row.total_m, units)
  const shown = (metres: number) => distance(metres, units)
  return row.purpose === 'stock'
    ? distance(row.total_m ?? 0, units)
    : finishWords({ past: row.past_m, side: row.side_m ?? 0, holed: false }, shown)
}

/** A note, why it doesn't count, and what can be done about it. */
function Change({ row, onDone }: { row: Booking; onDone: () => void }) {
  const counts = useLetCount()
  const drop = useDropBooking()
  const queries = useQueryClient()
  const open = useTask(() => queries.query(bookedQuestionQuery(row.id)))
  const error = counts.error ?? drop.error ?? open.error
  return (
    <>
      {row.note && <p className="mb-1">{row.note}</p>}
      {row.former_lie && (
        <p className="mb-1">
          Its call was worked out for the former lie, because Veltrin could not be reached.
        </p>
      )}
      {row.far_off && (
        <p className="mb-1">
          This is very far from what was expected (more than five standard deviations). It doesn’t count until
          you say so.
        </p>
      )}
      <span className="flex flex-wrap gap-2">
        {row.has_question && (
          <button
            type="button"
            className="press py-0.5"
            disabled={open.isPending}
            onClick={() =>
              open.mutate(undefined, {
                onSuccess: (question) => openOnBench(fromRequest(question, row.call_id)),
              })
            }
          >
            Open the shot as it was
          </button>
        )}
        <button
          type="button"
          className="press py-0.5"
          onClick={() => counts.mutate({ id: row.id, counts: !row.counts }, { onSuccess: onDone })}
        >
          {row.counts ? 'Don’t learn from it' : 'Learn from it'}
        </button>
        <button
          type="button"
          className="press py-0.5"
          onClick={() => drop.mutate(row.id, { onSuccess: onDone })}
        >
          Delete for good
        </button>
      </span>
      {error && <Problem error={error} />}
    </>
  )
}

function Row({ row, withDay }: { row: Booking; withDay: boolean }) {
  const units = useUnits()
  const [isOpen, setOpen] = useState(false)
  const carry = row.carry_m == null ? '' : distance(row.carry_m, units)
  return (
    <>
      <tr className="border-b border-rule align-baseline">
        <td className="pr-3 whitespace-nowrap text-quiet">
          {withDay ? dayAndTime(row.booked_at) : timeWords(row.booked_at)}
        </td>
        <td className="pr-3">
          <button
            type="button"
            className="text-left hover:text-hot"
            aria-expanded={isOpen}
            onClick={() => setOpen(!isOpen)}
          >
            {row.club_name}, {row.method_name.toLowerCase()}
          </button>
          {row.purpose !== 'shot' && <span className="text-quiet"> ({row.drill_name ?? row.purpose})</span>}
        </td>
        <td className="pr-3">
          {row.lie_words}
          {row.hole && <span className="text-quiet">, hole {row.hole}</span>}
        </td>
        <td className="pr-3">
          <Spark meant={meantOf(row)} seen={{ carry: row.carry_m ?? null, total: totalOf(row) }} />
        </td>
        <td className="figure pr-3 text-right whitespace-nowrap">
          <span className="text-quiet">{distance(row.expected_carry_m, units)}</span> {carry && `→ ${carry}`}
        </td>
        <td className="pr-3">{endWords(row, units)}</td>
        <td className="pr-3">
          {[row.end_words, ...row.misses].filter((w) => w && w !== 'holed').join(', ')}
        </td>
        <td className="figure text-right">{row.lost == null ? '' : row.lost.toFixed(2).replace('-', '−')}</td>
        <td className="pl-3 text-hot">
          {row.far_off && !row.counts ? 'far off' : row.counts ? '' : 'not learnt'}
        </td>
      </tr>
      {isOpen && (
        <tr className="border-b border-rule bg-lit">
          <td />
          <td colSpan={8} className="py-2">
            <Change row={row} onDone={() => setOpen(false)} />
          </td>
        </tr>
      )}
    </>
  )
}

/** One shot on a phone: what it was, then what it did. */
function Entry({ row }: { row: Booking }) {
  const units = useUnits()
  const [isOpen, setOpen] = useState(false)
  const did = [
    endWords(row, units),
    row.carry_m == null ? '' : `carried ${distance(row.carry_m, units)}`,
    ...row.misses,
  ]
  return (
    <li className="border-b border-rule py-1.5">
      <button
        type="button"
        className="block w-full text-left"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
      >
        <span className="flex justify-between gap-3">
          <b>
            {row.club_name}, {row.method_name.toLowerCase()}
          </b>
          <span className="text-quiet whitespace-nowrap">{dayAndTime(row.booked_at)}</span>
        </span>
        <span className="flex justify-between gap-3">
          <span>
            {row.lie_words}: {did.filter((words) => words !== '').join(', ')}
            {row.counts ? '' : <span className="text-hot"> (not learnt)</span>}
          </span>
          <span className="figure">{row.lost == null ? '' : row.lost.toFixed(2).replace('-', '−')}</span>
        </span>
      </button>
      {isOpen && <Change row={row} onDone={() => setOpen(false)} />}
    </li>
  )
}

interface ShotsProps extends Sorting {
  which: Which
}

/** The shots themselves, newest first unless asked otherwise. */
export function Shots({ which, sorted, onSort }: ShotsProps) {
  const [offset, setOffset] = useState(0)
  const isWide = useWide()
  const page = useQuery(bookQuery(which, offset, sorted.by, sorted.ascending))
  const sorting = {
    sorted,
    onSort: (next: Sorted) => {
      setOffset(0)
      onSort(next)
    },
  }
  if (page.error) return <Problem error={page.error} onRetry={() => void page.refetch()} />
  const told = page.data
  if (!told) return <p className="py-3 text-quiet">Opening the book.</p>
  if (told.total === 0)
    return (
      <p className="max-w-prose py-3">
        No shots are booked yet. On the Bench, press E after the shot and tap where the ball finished.
      </p>
    )
  const byDay = sorted.by === 'when'
  const last = Math.min(offset + PAGE, told.total)
  return (
    <div>
      {!isWide && (
        <>
          <SortChoice {...sorting} />
          <ul aria-label="Booked shots">
            {told.rows.map((row) => (
              <Entry key={row.id} row={row} />
            ))}
          </ul>
        </>
      )}
      {isWide && (
        <table className="w-full text-small">
          <thead className="text-left text-quiet">
            <tr>
              <Heading by="when" {...sorting} />
              <Heading by="club" {...sorting} />
              <Heading by="lie" {...sorting} />
              <th className="font-normal">planned, actual</th>
              <Heading by="carry" {...sorting} />
              <Heading by="finish" {...sorting} />
              <th className="font-normal">finish, miss</th>
              <Heading by="lost" {...sorting} />
              <td />
            </tr>
          </thead>
          <tbody>
            {told.rows.map((row, i) => {
              const day = weekdayWords(row.booked_at)
              const before = told.rows[i - 1]
              return (
                <Fragment key={row.id}>
                  {byDay && (!before || weekdayWords(before.booked_at) !== day) && (
                    <tr>
                      <th scope="rowgroup" colSpan={9} className="pt-2 text-left font-semibold">
                        {day}
                      </th>
                    </tr>
                  )}
                  <Row row={row} withDay={!byDay} />
                </Fragment>
              )
            })}
          </tbody>
        </table>
      )}
      <p className="mt-2 flex items-baseline gap-3">
        <button
          type="button"
          className="press py-0.5"
          disabled={offset === 0}
          onClick={() => setOffset(Math.max(0, offset - PAGE))}
        >
          Newer
        </button>
        <button
          type="button"
          className="press py-0.5"
          disabled={last >= told.total}
          onClick={() => setOffset(offset + PAGE)}
        >
          Older
        </button>
        <span className="text-quiet">
          {Math.min(offset + 1, told.total)} to {last} of {told.total}
        </span>
      </p>
    </div>
  )
}

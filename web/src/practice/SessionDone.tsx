import type { KeptPractice, Player } from '../api/client'
import { Meaning } from '../ui/Meaning'
import { PHASE_WORDS } from './drill-words'
import { dayWords } from '../lib/when'

interface SessionDoneProps {
  practice: KeptPractice
  player: Pick<Player, 'name'>
}

/** What a session came to: what passed, what next, and the line for the player. */
export function SessionDone({ practice, player }: SessionDoneProps) {
  const day = practice.done_at && dayWords(practice.done_at)
  return (
    <section aria-label="Result of the session" className="max-w-[48rem]">
      <h2 className="text-lg font-bold">
        {player.name}, {day}
      </h2>
      <p className="mt-1 border-l-4 border-hot pl-2 text-head">{practice.words}</p>
      <table className="mt-3 w-full">
        <thead className="text-left text-small text-quiet">
          <tr>
            <th className="font-normal">drill</th>
            <th className="pl-3 text-right font-normal">hits</th>
            <th className="pl-3 text-right font-normal">needed</th>
            <th className="pl-3 font-normal">result</th>
            <th className="pl-3 text-right font-normal">
              <Meaning of="level" />
            </th>
          </tr>
        </thead>
        <tbody>
          {practice.parts.map((part) => (
            <tr key={part.drill_id} className="border-t border-rule align-baseline">
              <th scope="row" className="py-1 text-left font-normal">
                {part.name}{' '}
                {part.phase === 'test' && <span className="text-quiet">{PHASE_WORDS[part.phase]}</span>}
              </th>
              <td className="figure pl-3 text-right">{part.hits ?? ''}</td>
              <td className="figure pl-3 text-right">{part.asked ?? ''}</td>
              <td className="pl-3">
                {part.passed === null ? 'not finished' : part.passed ? <b>passed</b> : 'not passed'}
              </td>
              <td className="figure pl-3 text-right whitespace-nowrap">
                {part.level_after === null || part.level_after === part.level
                  ? part.level
                  : `${part.level} → ${part.level_after}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="mt-4 font-bold">Next time</h3>
      <ul>
        {practice.next_words.map((words) => (
          <li key={words} className="border-t border-rule py-1">
            {words}
          </li>
        ))}
      </ul>
      <p className="mt-3 text-small text-quiet">
        A drill goes up or down a level when its hits are unlikely to be luck: 1 in 10 players who did not
        change is ever moved. Each level is a player one handicap step better.
      </p>
      <p className="no-print mt-3">
        <button type="button" className="press" onClick={() => window.print()}>
          Print
        </button>
      </p>
    </section>
  )
}

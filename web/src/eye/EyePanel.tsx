import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Player } from '../api/client'
import { eyeQuery, useForgetEye } from './api'
import { EyeStrip } from '../drawing/EyeStrip'
import { lostWords } from './eye-words'
import { AskFirst } from '../ui/AskFirst'
import { Choice } from '../ui/Choice'
import { Problem } from '../ui/Problem'
import { InTheField } from './InTheField'
import { ReadScene } from './ReadScene'
import { counted } from '../lib/counted'

/** Forget everything that was read; asked first, as there is no way back. */
function Forget({ reader, scenes }: { reader: string | null; scenes: number }) {
  const forget = useForgetEye()
  return (
    <div className="mt-3">
      <AskFirst
        words="delete my readings"
        look="text-quiet hover:text-hot"
        question={`Delete ${counted(scenes, 'scene')} and start again?`}
        yes="Delete them"
        onYes={() => forget.mutate(reader)}
      />
      {forget.error && <Problem error={forget.error} />}
    </div>
  )
}

interface EyePanelProps {
  player: Player
}

const COACH = ''

/** The eye: the day's ten scenes, and how somebody reads. */
export function EyePanel({ player }: EyePanelProps) {
  const [reader, setReader] = useState(COACH)
  const eye = useQuery(eyeQuery(reader === COACH ? null : reader))
  const [scene, setScene] = useState<string | null>(null)
  const [isOutside, setOutside] = useState(false)
  const told = eye.data
  const left = told?.today.filter((one) => !one.is_read && one.scene !== scene) ?? []
  const read = told?.today.filter((one) => one.is_read).length ?? 0
  if (eye.error) return <Problem error={eye.error} onRetry={() => void eye.refetch()} />
  if (!told) return <p className="text-quiet">Loading your readings.</p>
  return (
    <div className="min-w-0">
      <p className="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-1">
        <span>
          Read by{' '}
          <Choice
            label="Who reads"
            value={reader}
            options={[
              { value: COACH, words: 'the coach' },
              { value: player.id, words: player.name },
            ]}
            onChange={(value) => {
              setReader(value)
              setScene(null)
            }}
          />
          , for {player.name}
        </span>
        <span aria-label={`${read} of ${told.today.length} read today`} className="flex items-center gap-1">
          {told.today.map((one) => (
            <span
              key={one.scene}
              className={`inline-block size-3 rounded-full border border-ink ${one.is_read ? 'bg-ink' : ''}`}
            />
          ))}
          <span className="ml-1 text-small text-quiet">
            {read} of {told.today.length} today, level {told.level}
          </span>
        </span>
      </p>
      <div role="tablist" aria-label="Where" className="mb-3 flex gap-2">
        {[false, true].map((outside) => (
          <button
            key={`${outside}`}
            type="button"
            role="tab"
            aria-selected={isOutside === outside}
            className={`press ${isOutside === outside ? 'border-hot font-semibold' : ''}`}
            onClick={() => setOutside(outside)}
          >
            {outside ? 'In the field' : 'Drawn scenes'}
          </button>
        ))}
      </div>
      {isOutside ? (
        <InTheField key={reader} player={player} reader={reader === COACH ? null : reader} />
      ) : scene ? (
        <ReadScene
          key={scene}
          name={scene}
          player={player}
          reader={reader === COACH ? null : reader}
          hasNext={left.length > 0}
          onNext={() => setScene(left[0]?.scene ?? null)}
        />
      ) : (
        <p className="mb-4">
          {left[0] ? (
            <button
              type="button"
              className="press press-main min-h-12"
              onClick={() => setScene(left[0]?.scene ?? null)}
            >
              {read === 0 ? 'Read today’s scenes' : 'Read the next scene'}
            </button>
          ) : (
            <b>Today’s ten are read. New ones come tomorrow.</b>
          )}
        </p>
      )}
      {(isOutside || !scene) && (
        <section aria-label="How you read" className="mt-2">
          <h2 className="text-head font-bold">
            How {reader === COACH ? 'you read' : `${player.name} reads`}
          </h2>
          <p className="text-small text-quiet">
            {lostWords(told)} {counted(told.scenes, 'scene')}. Red: bias (8 in 10). Blue: spread. Grey: a
            usual reader. Dots: averages of ten scenes, older ones fainter.
          </p>
          {told.kinds.some((kind) => kind.is_known) && (
            <p className="text-small">
              You can use these in place of the usual doubts: on the Bench, under “Does the call hold?”.
            </p>
          )}
          {told.kinds.length === 0 && (
            <p className="mt-2 max-w-prose text-quiet">
              A scene shows what you see from behind the ball, from beside it, at the flag and at the lie. Set
              what you read, choose a call, and Veltrin strikes it from the true lie: your score is in
              strokes. After some scenes this page shows your own bias and spread. You can then use them in
              “Does the call hold?” on the Bench.
            </p>
          )}
          <ul className="grid gap-x-8 sm:grid-cols-2 xl:grid-cols-3">
            {told.kinds.map((kind) => (
              <li key={kind.kind} className="border-t border-rule py-1.5">
                <p className={kind.is_known ? 'font-semibold' : 'text-quiet'}>{kind.says}</p>
                <EyeStrip kind={kind} />
              </li>
            ))}
          </ul>
          {told.scenes > 0 && <Forget reader={reader === COACH ? null : reader} scenes={told.scenes} />}
        </section>
      )}
    </div>
  )
}

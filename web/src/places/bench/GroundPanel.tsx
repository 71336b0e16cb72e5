import type { Call } from '../../api/client'
import { END_H, END_W, EndView } from '../../drawing/EndView'
import { GroundSection } from '../../drawing/GroundSection'
import { RANGES, type Reading } from '../../lib/reading'
import { useBench } from '../../lib/store'
import { show, type Units } from '../../lib/units'
import { fallWords, sideWords } from '../../lib/words'
import { EditableNumber } from '../../ui/EditableNumber'
import { LineReadings } from './LineReadings'
import { Head } from './Head'

interface GroundPanelProps {
  reading: Reading
  call: Call | undefined
  leftHanded: boolean
  units: Units
}

/** Ground: the section under the ball and its reading in words. */
export function GroundPanel({ reading, call, leftHanded, units }: GroundPanelProps) {
  const { set, drag, release } = useBench.getState()
  const fall = fallWords(reading.fall, show(reading.fall, 'slope', units))
  const side = sideWords(reading.side, show(reading.side, 'slope', units))
  return (
    <section aria-label="Ground" className="flex min-w-0 flex-col border-rule lg:border-r">
      <Head title="Ground" note="drag to match what you see" />
      <div className="relative">
        <GroundSection
          reading={reading}
          setup={call?.setup ?? null}
          units={units}
          fallShown={fall}
          onDrag={drag}
          onRelease={release}
          onStep={set}
        />
        <div
          className="absolute top-1 left-2 border border-rule bg-paper"
          style={{ width: END_W, height: END_H }}
        >
          <EndView
            side={reading.side}
            leftHanded={leftHanded}
            shown={side}
            onDrag={drag}
            onRelease={release}
            onStep={set}
          />
        </div>
      </div>
      <dl className="grid grid-cols-[4.6rem_1fr] gap-x-2 gap-y-[5px] border-t border-rule px-3.5 py-2">
        <dt className="text-quiet">fall</dt>
        <dd>
          <EditableNumber
            shown={fall}
            value={reading.fall}
            range={RANGES.fall}
            units={units}
            onChange={(value) => set({ fall: value })}
          />
        </dd>
        <dt className="text-quiet">across</dt>
        <dd>
          <EditableNumber
            shown={side}
            value={reading.side}
            range={RANGES.side}
            units={units}
            onChange={(value) => set({ side: value })}
          />
        </dd>
        <LineReadings reading={reading} units={units} />
      </dl>
    </section>
  )
}

import {
  AREA_KINDS,
  AREA_WORDS,
  newArea,
  newObstacle,
  OBSTACLE_KINDS,
  OBSTACLE_WORDS,
  usualBox,
  type AreaKind,
} from '../line'
import { QUICK_STARTS } from '../quick-starts'
import type { Reading } from '../reading'
import { useBench } from '../store'
import { Live } from '../../ui/Live'
import { Menu } from '../../ui/Menu'

interface LineToolsProps {
  reading: Reading
  drawing: AreaKind | null
  onDrawing: (kind: AreaKind | null) => void
  onLines: () => void
  onCourse: () => void
}

/** Quick starts, drawing, things in the way, saved lines: one row of words above the drawings. */
export function LineTools({ reading, drawing, onDrawing, onLines, onCourse }: LineToolsProps) {
  return (
    <>
      <Live as="p" className="px-3.5 text-small">
        {drawing && <DrawingHelp kind={drawing} reading={reading} onDone={() => onDrawing(null)} />}
      </Live>
      {!drawing && <Tools reading={reading} onDrawing={onDrawing} onLines={onLines} onCourse={onCourse} />}
    </>
  )
}

function DrawingHelp(props: { kind: AreaKind; reading: Reading; onDone: () => void }) {
  const { kind, reading, onDone } = props
  const put = () => {
    const area = newArea(kind, usualBox(kind, reading.front, reading.back))
    useBench.getState().set({ areas: [...reading.areas, area] })
    onDone()
  }
  return (
    <>
      <b className="text-hot">Drawing {AREA_WORDS[kind]}:</b> drag over the plan below, or{' '}
      <button type="button" className="word" autoFocus onClick={put}>
        put it in its usual place
      </button>
      ,{' '}
      <button type="button" className="word" onClick={onDone}>
        or cancel
      </button>
    </>
  )
}

function Tools({ reading, onDrawing, onLines, onCourse }: Omit<LineToolsProps, 'drawing'>) {
  const set = useBench.getState().set
  return (
    <p className="no-print flex flex-wrap gap-x-4 px-3.5 text-small">
      <button type="button" className="word" onClick={onCourse}>
        on the course
      </button>
      <Menu
        label="quick start"
        groups={[
          {
            title: 'The line as coaches call it',
            items: QUICK_STARTS.map(({ words, about }) => ({ id: words, words, about })),
          },
        ]}
        onPick={(id) => {
          const start = QUICK_STARTS.find(({ words }) => words === id)
          if (start) set(start.make(reading))
        }}
      />
      <Menu
        label="draw"
        groups={[
          { title: 'On the ground', items: AREA_KINDS.map((id) => ({ id, words: AREA_WORDS[id] })) },
          { title: 'In the way', items: OBSTACLE_KINDS.map((id) => ({ id, words: OBSTACLE_WORDS[id] })) },
        ]}
        onPick={(id, group) => {
          const area = AREA_KINDS.find((kind) => kind === id)
          const obstacle = OBSTACLE_KINDS.find((kind) => kind === id)
          if (group === 0 && area) onDrawing(area)
          else if (obstacle) set({ obstacles: [...reading.obstacles, newObstacle(obstacle, reading.flag)] })
        }}
      />
      <button type="button" className="word" onClick={onLines}>
        lines{reading.areas.length + reading.obstacles.length > 0 && ' and what is drawn'}
      </button>
    </p>
  )
}

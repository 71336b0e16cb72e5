import { usePlace } from '../lib/place'
import type { Reading } from './reading'
import { useBench } from './store'

/** Lay a reading on the Bench, as a step that can be undone, and go there. */
export function openOnBench(reading: Reading): void {
  useBench.getState().open(reading)
  usePlace.getState().go('bench')
}

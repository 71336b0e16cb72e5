import { client, unwrap, type PracticeWish } from './client'
import { useTask } from './task'

/** Choose drills for the time, the balls and what is there. */
export const useBuildSession = () =>
  useTask(async (body: PracticeWish) => unwrap(await client.POST('/api/practice', { body })))

import { RefusedError } from '../api/client'

/** Whether something was refused because somebody else has changed it since it was read. */
export const isClash = (error: unknown): boolean =>
  error instanceof RefusedError &&
  error.status === 409 &&
  error.items.some(({ field }) => field === 'version')

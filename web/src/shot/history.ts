/** Undo and redo over immutable values: a list of what was, what is, and what was undone. */
export interface History<T> {
  past: T[]
  present: T
  future: T[]
}

const LONGEST = 200

export function begin<T>(present: T): History<T> {
  return { past: [], present, future: [] }
}

/** Take `next` as a step of its own. */
export function push<T>(history: History<T>, next: T): History<T> {
  if (Object.is(next, history.present)) return history
  return { past: [...history.past.slice(1 - LONGEST), history.present], present: next, future: [] }
}

/** Show `next` without making a step of it: a drag under way. */
export function glide<T>(history: History<T>, next: T): History<T> {
  return { ...history, present: next }
}

/** End a drag that began at `start`: one step back leads there. */
export function settle<T>(history: History<T>, start: T): History<T> {
  if (Object.is(start, history.present)) return history
  return { past: [...history.past.slice(1 - LONGEST), start], present: history.present, future: [] }
}

export function undo<T>(history: History<T>): History<T> {
  const before = history.past.at(-1)
  if (before === undefined) return history
  return { past: history.past.slice(0, -1), present: before, future: [history.present, ...history.future] }
}

export function redo<T>(history: History<T>): History<T> {
  const [after, ...rest] = history.future
  if (after === undefined) return history
  return { past: [...history.past, history.present], present: after, future: rest }
}

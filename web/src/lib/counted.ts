/** A count and what is counted, as it is said: 1 shot, 2 shots. */
export const counted = (count: number, one: string) => `${count} ${count === 1 ? one : `${one}s`}`

/** The same with its verb: 1 shot waits, 2 shots wait. */
export const countedThat = (count: number, one: string, does: string, many: string) =>
  `${counted(count, one)} ${count === 1 ? does : many}`

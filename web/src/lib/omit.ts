/** The same without some of its fields. */
export function omit<T extends object, K extends keyof T>(from: T, ...keys: K[]): Omit<T, K> {
  const left: readonly PropertyKey[] = keys
  return Object.fromEntries(Object.entries(from).filter(([key]) => !left.includes(key))) as Omit<T, K>
}

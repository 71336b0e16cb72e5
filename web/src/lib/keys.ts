/** Every key of the Bench, as the sheet under `?` lists them. */
export const KEYS: readonly (readonly [string, string])[] = [
  ['1', 'look at the first call'],
  ['2', 'look at the second call'],
  ['L', 'loft ledger'],
  ['B', 'bounce ledger'],
  ['D', 'distance ledger'],
  ['A', 'aim ledger'],
  ['K', 'keep this shot'],
  ['O', 'open a kept shot'],
  ['U', 'undo'],
  ['R', 'redo'],
  ['?', 'these keys'],
]

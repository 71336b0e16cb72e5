import type { LedgerRow } from '../api/client'

export const LEDGERS = ['loft', 'bounce', 'distance', 'spin', 'aim'] as const
export type LedgerName = (typeof LEDGERS)[number]

const tenth = (value: number) => Number(value.toFixed(1))

/** Ledger rows in another unit, rounded from the running sum so that what is shown still adds up. */
export function rescaled(rows: LedgerRow[], factor: number): LedgerRow[] {
  const reached = rows.map((_, i) =>
    rows.slice(0, i + 1).reduce((sum, row) => (row.total ? sum : sum + row.value), 0),
  )
  return rows.map((row, i) => {
    const now = tenth((reached[i] ?? 0) * factor)
    return { ...row, value: row.total ? now : tenth(now - tenth((reached[i - 1] ?? 0) * factor)) }
  })
}

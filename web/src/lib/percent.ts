/** A share of 1 as a percentage; of small ones a decimal is shown. */
export const percent = (share: number) => `${(100 * share).toFixed(Math.abs(share) < 0.2 ? 1 : 0)}\u00a0%`

/** The same with its sign: further is more. */
export const signedPercent = (share: number) => `${share < 0 ? '−' : '+'}${percent(Math.abs(share))}`

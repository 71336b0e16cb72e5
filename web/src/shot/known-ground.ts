import type { MappedLine } from '../api/client'
import { COVER_NAMES, type CoverName } from './covers'

/** What was measured of a cover on the course that is played: what the laws' numbers are there over the usual ones. */
export interface KnownGround {
  cover: CoverName
  balls: number
  /** The day of the balls, as 2026-06-12. */
  on: string
  shares: readonly number[]
}

/** What a course tells of its ground, as the Bench keeps it. */
export const fromCourse = (told: MappedLine['grounds']): KnownGround[] =>
  told.map(({ cover, measured }) => ({ cover, ...measured }))

/** What was measured of the cover that the ball lies in. */
export const knownHere = (reading: { cover: CoverName; known: readonly KnownGround[] }) =>
  reading.known.find(({ cover }) => cover === reading.cover)

export const knownToText = (known: readonly KnownGround[]): string =>
  known.map(({ cover, balls, on, shares }) => [cover, balls, on, shares.join('_')].join('*')).join('!')

/** Read what was measured from the address; what is broken is left out. */
export function knownFromText(text: string): KnownGround[] {
  return text.split('!').flatMap((part) => {
    const [name, count, on = '', told = ''] = part.split('*')
    const cover = COVER_NAMES.find((one) => one === name)
    const [balls, shares] = [Number(count), told.split('_').map(Number)]
    const isWhole = Number.isInteger(balls) && balls > 0 && shares.every((share) => share > 0 && share < 10)
    return cover && isWhole && /^\d{4}-\d\d-\d\d$/.test(on) ? [{ cover, balls, on, shares }] : []
  })
}

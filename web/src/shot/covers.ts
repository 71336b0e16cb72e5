import ground from '../../../docs/schema/ground.json'
import house from '../../../docs/schema/house.json'
import type { PlanRequest } from '../api/client'

export type CoverName = PlanRequest['lie']['cover']
export type CoverGroup = 'grass' | 'bare' | 'divot' | 'collar' | 'sand'

export interface Cover {
  name: CoverName
  words: string
  group: CoverGroup
  /** Height of tips or rim, or how deep a ball can lie (mm). */
  mm: number
  density: number
  give: number
  usual_sunk: number
}

/** The ball is the ruler of every drawing. */
export const BALL_MM = house.ball_mm

/** What the ball may lie in or on, as the server has it. */
export const COVER_LIST = ground.covers as readonly Cover[]
export const COVER_NAMES = COVER_LIST.map((cover) => cover.name)

const BY_NAME = new Map(COVER_LIST.map((cover) => [cover.name, cover]))

export function coverOf(name: CoverName): Cover {
  const cover = BY_NAME.get(name)
  if (!cover) throw new Error(`No such cover: ${name}`)
  return cover
}

/** How a cover is drawn, by what it is like: a new one looks as its numbers say. */
export function looksOf({ group, give, density }: Cover) {
  return {
    isCracked: group === 'bare' && give < 0.1,
    isSludge: group === 'bare' && give > 0.8,
    isFilled: group === 'divot' && give > 0.6,
    isBehind: group === 'collar' && density > 0,
  }
}

/** Whether the height of the grass can be read. */
export function hasGrass(name: CoverName): boolean {
  return ['grass', 'collar'].includes(coverOf(name).group)
}

export interface Step {
  words: string
  value: number | string
  doubt: number
}

export interface Help {
  id: string
  name: string
  how: string
  sets: 'give' | 'density' | 'sunk' | 'cover'
  steps: Step[]
}

/** Measuring helps, as the server has them. */
export const HELPS = ground.helps as readonly Help[]

/** Whether a help fits the ground: no swish without grass, no peg in a bunker. */
export function helpFits(help: Help, name: CoverName): boolean {
  const isSand = coverOf(name).group === 'sand'
  if (help.sets === 'cover') return isSand
  if (help.sets === 'give') return !isSand
  return help.sets === 'density' ? coverOf(name).group === 'grass' : hasGrass(name)
}

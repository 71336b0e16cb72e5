import { describe, expect, it } from 'vitest'
import schema from '../../../docs/schema/plan-request.schema.json'
import type { PlanRequest } from '../api/client'
import { fromSearch, toSearch } from '../shot/address'
import { BALL_MM, coverOf, hasGrass } from '../shot/covers'
import { around } from '../shot/day'
import { AREA_KINDS, AREA_WORDS } from '../shot/line'
import { START } from '../shot/reading'
import { fromRequest, greenOf, toRequest } from '../shot/request'

interface Schema {
  $ref?: string
  anyOf?: Schema[]
  enum?: string[]
  const?: string
  type?: string
  properties?: Record<string, Schema>
  required?: string[]
  items?: Schema
  minItems?: number
  minimum?: number
  maximum?: number
  default?: unknown
}

/** A player told in full has no place on the page; what is shown is none of the shot's. */
const LEFT_OUT = ['player', 'shown_id']

const DEFS = schema.$defs as Record<string, Schema>

/** Numbers from 0 to 1, the same every time. */
function dice(seed: number): () => number {
  let state = seed
  return () => {
    state = (state * 1664525 + 1013904223) % 4294967296
    return state / 4294967296
  }
}

/** Anything that a schema takes; what need not be there is left to its default now and then. */
function made(kind: Schema, roll: () => number): unknown {
  const pick = <T>(all: readonly T[]) => all[Math.floor(roll() * all.length)] as T
  if (kind.$ref) return made(DEFS[kind.$ref.split('/').at(-1) ?? ''] ?? {}, roll)
  if (kind.anyOf) return made(pick(kind.anyOf), roll)
  if (kind.enum) return pick(kind.enum)
  if (kind.const !== undefined) return kind.const
  if (kind.type === 'null') return null
  if (kind.type === 'boolean') return roll() < 0.5
  if (kind.type === 'array')
    return Array.from({ length: (kind.minItems ?? 0) + Math.floor(3 * roll()) }, () =>
      made(kind.items ?? {}, roll),
    )
  if (kind.properties) {
    const all = Object.entries(kind.properties).filter(([name]) => !LEFT_OUT.includes(name))
    const told = all.map(([name, inner]) => [
      name,
      !kind.required?.includes(name) && inner.default !== undefined && roll() < 0.2
        ? inner.default
        : made(inner, roll),
    ])
    return Object.fromEntries(told) as unknown
  }
  const { minimum: low = 0, maximum: high = 1 } = kind
  const ends = roll()
  const value = ends < 0.1 ? low : ends < 0.2 ? high : low + (high - low) * roll()
  return kind.type === 'integer' ? Math.round(value) : Number(value.toFixed(3))
}

/** What the server would refuse because two fields don't go together is brought into order. */
function sensible(raw: PlanRequest): PlanRequest {
  const { lie, line, wind } = raw
  const { front, back } = greenOf(line)
  const [near, far] = front < back ? [front, back] : [back - 5, front + 5]
  const mm = hasGrass(lie.cover) && lie.grass_mm != null ? lie.grass_mm : coverOf(lie.cover).mm
  return {
    ...raw,
    player_id: 'tove',
    detail_for: [],
    only: [],
    on_course: raw.on_course
      ? {
          ...raw.on_course,
          course: 'Skarvan Fell',
          hole: '3',
          ball_east_m: raw.on_course.ball_east_m / 10,
          ball_north_m: raw.on_course.ball_north_m / 10,
          flag_east_m: raw.on_course.ball_east_m / 10,
          flag_north_m: raw.on_course.ball_north_m / 10 + line.flag_m,
          known: ['flag', 'edges'],
        }
      : null,
    kept_club_id: raw.kept_club_id == null ? null : '7-iron',
    lie: {
      ...lie,
      sunk: Math.min(lie.sunk, mm / BALL_MM),
      measured: lie.measured ? { shares: [1.2, 0.9, 1, 1, 1.1], balls: 8, on: '2026-06-12' } : null,
      grass_mm: hasGrass(lie.cover) ? (lie.grass_mm ?? null) : null,
      density: hasGrass(lie.cover) ? (lie.density ?? null) : null,
    },
    line: {
      ...line,
      green_front_m: near,
      green_back_m: far,
      land_m: line.land_m == null ? null : Math.min(line.land_m, line.flag_m + 20),
      areas: (line.areas ?? []).slice(0, 3),
      obstacles: (line.obstacles ?? []).map((o) => ({
        ...o,
        left_m: Math.min(o.left_m, o.right_m) - 0.5,
        low_m: Math.min(o.low_m, o.high_m - 0.05),
      })),
    },
    wind: { ...wind, gust_m_s: wind.gust_m_s == null ? null : Math.max(wind.gust_m_s, wind.speed_m_s, 0.1) },
  }
}

/** The same shot with what the server would fill in told, and directions once round. */
function told(request: PlanRequest): PlanRequest {
  const { lie, line, wind } = request
  const cover = coverOf(lie.cover)
  return {
    ...request,
    lie: {
      ...lie,
      grass_mm: hasGrass(lie.cover) ? (lie.grass_mm ?? cover.mm) : null,
      density: hasGrass(lie.cover) ? (lie.density ?? cover.density) : null,
      give: lie.give ?? cover.give,
    },
    line: {
      ...line,
      ground_firmness: line.ground_firmness ?? line.firmness,
      green_width_m: greenOf(line).width,
    },
    wind: { ...wind, from_deg: around(wind.from_deg), bearing_deg: around(wind.bearing_deg) },
  }
}

/** Where two differ by more than what changing percent into shares and back leaves. */
function differing(one: unknown, other: unknown, path = ''): string[] {
  if (typeof one === 'number' && typeof other === 'number')
    return Math.abs(one - other) < 1e-9 * Math.max(1, Math.abs(one)) ? [] : [`${path}: ${one}, ${other}`]
  if (one && other && typeof one === 'object' && typeof other === 'object') {
    const [a, b] = [one as Record<string, unknown>, other as Record<string, unknown>]
    const keys = new Set([...Object.keys(a), ...Object.keys(b)])
    return [...keys].flatMap((key) => differing(a[key], b[key], `${path}.${key}`))
  }
  return one === other ? [] : [`${path}: ${JSON.stringify(one)}, ${JSON.stringify(other)}`]
}

describe('a shot that is opened is the same shot', () => {
  it.each(Array.from({ length: 300 }, (_, seed) => seed + 1))('made up from the schema, %i', (seed) => {
    const asked = sensible(made(schema, dice(seed)) as PlanRequest)
    const reading = fromRequest(asked, '')
    const address = fromSearch(toSearch(reading), START)
    expect(differing(address, reading)).toEqual([])
    expect(differing(toRequest(address), told(asked))).toEqual([])
  })
})

it('offers every kind of ground there is, once, trouble first', () => {
  expect([...AREA_KINDS].sort()).toEqual(Object.keys(AREA_WORDS).sort())
  expect(AREA_KINDS.slice(0, 3)).toEqual(['sand', 'water', 'out'])
})

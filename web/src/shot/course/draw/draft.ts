import { polygonArea, polygonContains } from 'd3-polygon'
import ground from '../../../../../docs/schema/ground.json'
import type { CourseDrawn } from '../../../api/client'
import type { Place } from '../../mapped'

export type PieceName = CourseDrawn['lies'][number]['ground']

interface Piece {
  name: PieceName
  words: string
  kind: string
}

/** What a course is drawn of, from the bottom to the top, as the server has it. */
export const PIECES = ground.pieces as readonly Piece[]
const RANK = new Map(PIECES.map(({ name }, rank) => [name, rank]))
const WORDS = new Map(PIECES.map(({ name, words }) => [name, words]))

export interface DraftLies {
  ground: PieceName
  name: string
  ring: Place[]
}

export interface DraftHole {
  number: string
  name: string
  par: number | null
  way: Place[]
  flag: Place | null
}

export interface DraftTree {
  at: Place
  high_m: number
  crown_m: number
}

/** A course as it is being drawn, in metres east and north of its middle. */
export interface Draft {
  name: string
  longitude: number
  latitude: number
  lies: DraftLies[]
  holes: DraftHole[]
  trees: DraftTree[]
}

export const EMPTY: Draft = { name: '', longitude: 0, latitude: 0, lies: [], holes: [], trees: [] }

/** A piece of a draft: which list it is in, and which of it. */
export interface Chosen {
  what: 'lies' | 'holes' | 'trees'
  at: number
}

/** A name of a course, a hole or a piece of ground has so many letters at most. */
export const LONGEST_NAME = 60

/** What can be drawn. */
export type Kind = PieceName | 'hole' | 'tree'

export const wordsOf = (kind: Kind): string =>
  kind === 'hole' ? 'way of a hole' : kind === 'tree' ? 'tree' : (WORDS.get(kind) ?? kind)

/** How many corners a piece needs. */
export const leastOf = (kind: Kind | Chosen['what']): number =>
  kind === 'hole' || kind === 'holes' ? 2 : kind === 'tree' || kind === 'trees' ? 1 : 3

/** A tree that nobody measured. */
const TREE = { high_m: 10, crown_m: 6 }

const cm = (metres: number) => Math.round(100 * metres) / 100
const exact = ([east, north]: Place): Place => [cm(east), cm(north)]

/** The number of the next hole. */
function nextNumber({ holes }: Draft): string {
  let number = 1
  while (holes.some((hole) => hole.number === String(number))) number += 1
  return String(number)
}

/** A draft with one piece more, and which that is. */
export function withPiece(draft: Draft, kind: Kind, places: readonly Place[]): [Draft, Chosen] {
  const corners = places.map(exact)
  if (kind === 'tree') {
    const trees = corners.map((at) => ({ at, ...TREE }))
    return [
      { ...draft, trees: [...draft.trees, ...trees] },
      { what: 'trees', at: draft.trees.length },
    ]
  }
  if (kind === 'hole') {
    const hole = {
      number: nextNumber(draft),
      name: '',
      par: null,
      way: corners,
      flag: corners.at(-1) ?? null,
    }
    return [
      { ...draft, holes: [...draft.holes, hole] },
      { what: 'holes', at: draft.holes.length },
    ]
  }
  const lies = [...draft.lies, { ground: kind, name: '', ring: corners }]
  return [
    { ...draft, lies },
    { what: 'lies', at: draft.lies.length },
  ]
}

export function withoutPiece(draft: Draft, { what, at }: Chosen): Draft {
  return { ...draft, [what]: draft[what].filter((_, i) => i !== at) }
}

/** A draft with one piece changed. */
export function changed<W extends Chosen['what']>(
  draft: Draft,
  what: W,
  at: number,
  patch: Partial<Draft[W][number]>,
): Draft {
  return { ...draft, [what]: draft[what].map((one, i) => (i === at ? { ...one, ...patch } : one)) }
}

/** The corners of a piece, in order; none where it is gone. */
export function cornersOf(draft: Draft, { what, at }: Chosen): readonly Place[] {
  if (what === 'lies') return draft.lies[at]?.ring ?? []
  if (what === 'holes') return draft.holes[at]?.way ?? []
  return draft.trees[at] ? [draft.trees[at].at] : []
}

function withCorners(draft: Draft, { what, at }: Chosen, corners: Place[]): Draft {
  if (what === 'lies') return changed(draft, what, at, { ring: corners })
  if (what === 'trees') return changed(draft, what, at, { at: corners[0] as Place })
  const hole = draft.holes[at]
  const [before, after] = [hole?.way.at(-1), corners.at(-1) as Place]
  // A flag that stands where the way ends goes along with it.
  const stands = hole?.flag && before && Math.hypot(hole.flag[0] - before[0], hole.flag[1] - before[1]) < 0.05
  return changed(draft, what, at, stands ? { way: corners, flag: after } : { way: corners })
}

/** A corner at another place. */
export const withCorner = (draft: Draft, chosen: Chosen, corner: number, place: Place): Draft =>
  withCorners(
    draft,
    chosen,
    cornersOf(draft, chosen).map((one, i) => (i === corner ? exact(place) : one)),
  )

/** A corner more, after another. */
export function withNewCorner(draft: Draft, chosen: Chosen, after: number, place: Place): Draft {
  const corners = [...cornersOf(draft, chosen)]
  corners.splice(after + 1, 0, exact(place))
  return withCorners(draft, chosen, corners)
}

/** A corner less; the draft as it is where the piece needs all it has. */
export function withoutCorner(draft: Draft, chosen: Chosen, corner: number): Draft {
  const corners = cornersOf(draft, chosen)
  if (corners.length <= leastOf(chosen.what)) return draft
  return withCorners(
    draft,
    chosen,
    corners.filter((_, i) => i !== corner),
  )
}

type Ring = [number, number][]
const areaOf = ({ ring }: DraftLies) => Math.abs(polygonArea(ring as unknown as Ring))

/** Pieces of ground as they lie, from the bottom to the top: by kind, and of one kind the larger below. */
export function stacked(lies: readonly DraftLies[]): number[] {
  const rank = ({ ground: name }: DraftLies) => RANK.get(name) ?? 0
  return lies
    .map((one, at) => ({ at, rank: rank(one), area: areaOf(one) }))
    .sort((a, b) => a.rank - b.rank || b.area - a.area || a.at - b.at)
    .map(({ at }) => at)
}

function offWay(way: readonly Place[], [e, n]: Place): number {
  const parts = way.slice(1).map((b, i) => {
    const a = way[i] as Place
    const [x, y] = [b[0] - a[0], b[1] - a[1]]
    const along = ((e - a[0]) * x + (n - a[1]) * y) / Math.max(x * x + y * y, 1e-9)
    const t = Math.min(Math.max(along, 0), 1)
    return Math.hypot(e - a[0] - t * x, n - a[1] - t * y)
  })
  return Math.min(...parts)
}

/** The piece that is seen at a place; trees and ways are met within reach (m). */
export function pieceAt(draft: Draft, place: Place, reach: number): Chosen | null {
  const tree = draft.trees.findIndex(
    ({ at, crown_m }) => Math.hypot(at[0] - place[0], at[1] - place[1]) <= Math.max(crown_m / 2, reach),
  )
  if (tree >= 0) return { what: 'trees', at: tree }
  const hole = draft.holes.findIndex(({ way }) => offWay(way, place) <= reach)
  if (hole >= 0) return { what: 'holes', at: hole }
  const top = stacked(draft.lies).findLast((at) =>
    polygonContains((draft.lies[at]?.ring ?? []) as unknown as Ring, [place[0], place[1]]),
  )
  return top === undefined ? null : { what: 'lies', at: top }
}

/** Every place of a draft: how far it reaches. */
export const placesOf = ({ lies, holes, trees }: Draft): Place[] => [
  ...lies.flatMap(({ ring }) => ring),
  ...holes.flatMap(({ way, flag }) => (flag ? [...way, flag] : way)),
  ...trees.map(({ at }) => at),
]

/** How long the way of a hole is (m). */
export const lengthOf = (way: readonly Place[]): number =>
  way.slice(1).reduce((sum, [e, n], i) => {
    const [a, b] = way[i] as Place
    return sum + Math.hypot(e - a, n - b)
  }, 0)

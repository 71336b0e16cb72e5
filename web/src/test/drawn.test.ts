import { beforeEach, describe, expect, it } from 'vitest'
import type { Place } from '../shot/mapped'
import {
  changed,
  cornersOf,
  EMPTY,
  pieceAt,
  stacked,
  withCorner,
  withNewCorner,
  withoutCorner,
  withoutPiece,
  withPiece,
  type Draft,
} from '../shot/course/draw/draft'
import {
  betweenMarks,
  firstLaid,
  onGround,
  onPicture,
  scaledTo,
  turnedTo,
  type Dot,
} from '../shot/course/draw/picture'
import { changeDraft, letGo, openDraft, redoDraft, undoDraft, useDraft } from '../shot/course/draw/use-draft'
import { fromSheet, toSheet, viewOf, zoomed } from '../shot/course/draw/view'

const SQUARE: Place[] = [
  [0, 0],
  [100, 0],
  [100, 100],
  [0, 100],
]
const INNER: Place[] = [
  [40, 40],
  [60, 40],
  [60, 60],
  [40, 60],
]
const close = (a: readonly number[], b: readonly number[]) =>
  expect(Math.hypot((a[0] ?? 0) - (b[0] ?? 0), (a[1] ?? 0) - (b[1] ?? 0))).toBeLessThan(1e-6)

function drawn(): Draft {
  const [green] = withPiece(EMPTY, 'green', INNER)
  const [rough] = withPiece(green, 'rough', SQUARE)
  const [hole] = withPiece(rough, 'hole', [
    [50, 5],
    [50, 50],
  ])
  return withPiece(hole, 'tree', [[10, 90]])[0]
}

describe('a draft', () => {
  it('lies by kind, whatever was drawn first, and the seen piece is the one that is met', () => {
    const draft = drawn()
    expect(stacked(draft.lies).map((i) => draft.lies[i]?.ground)).toEqual(['rough', 'green'])
    expect(pieceAt(draft, [55, 55], 1)).toEqual({ what: 'lies', at: 0 })
    expect(pieceAt(draft, [90, 10], 1)).toEqual({ what: 'lies', at: 1 })
    expect(pieceAt(draft, [50.5, 20], 1)).toEqual({ what: 'holes', at: 0 })
    expect(pieceAt(draft, [12, 90], 1)).toEqual({ what: 'trees', at: 0 })
    expect(pieceAt(draft, [300, 300], 1)).toBeNull()
  })

  it('has its corners moved, added and taken away, to the centimetre, and none too few', () => {
    const rough = { what: 'lies', at: 1 } as const
    const moved = withCorner(drawn(), rough, 0, [-5.123456, 2])
    expect(cornersOf(moved, rough)[0]).toEqual([-5.12, 2])
    const more = withNewCorner(moved, rough, 0, [50, -3])
    expect(cornersOf(more, rough)[1]).toEqual([50, -3])
    expect(cornersOf(withoutCorner(more, rough, 1), rough)).toEqual(cornersOf(moved, rough))
    const three = withoutCorner(moved, rough, 0)
    expect(withoutCorner(three, rough, 0)).toBe(three)
  })

  it('moves a flag with the end of its way, and not one that stands elsewhere', () => {
    const hole = { what: 'holes', at: 0 } as const
    const along = withCorner(drawn(), hole, 1, [52, 54])
    expect(along.holes[0]?.flag).toEqual([52, 54])
    const apart = changed(along, 'holes', 0, { flag: [55, 50] })
    expect(withCorner(apart, hole, 1, [40, 40]).holes[0]?.flag).toEqual([55, 50])
  })

  it('numbers holes by the first number that is free', () => {
    const way: Place[] = [
      [0, 0],
      [0, 9],
    ]
    const two = withPiece(drawn(), 'hole', way)[0]
    expect(two.holes.map(({ number }) => number)).toEqual(['1', '2'])
    const one = withoutPiece(two, { what: 'holes', at: 0 })
    expect(withPiece(one, 'hole', way)[0].holes.map(({ number }) => number)).toEqual(['2', '1'])
  })
})

describe('steps back', () => {
  beforeEach(() => openDraft(EMPTY))

  it('are one for all that happens while a corner is held', () => {
    changeDraft((now) => withPiece(now, 'rough', SQUARE)[0])
    const rough = { what: 'lies', at: 0 } as const
    for (const x of [1, 2, 3]) changeDraft((now) => withCorner(now, rough, 0, [x, 0]), { isHeld: true })
    letGo()
    changeDraft((now) => withCorner(now, rough, 0, [9, 9]), { isHeld: true })
    letGo()
    undoDraft()
    expect(cornersOf(useDraft.getState().draft ?? EMPTY, rough)[0]).toEqual([3, 0])
    undoDraft()
    expect(cornersOf(useDraft.getState().draft ?? EMPTY, rough)[0]).toEqual([0, 0])
    redoDraft()
    expect(cornersOf(useDraft.getState().draft ?? EMPTY, rough)[0]).toEqual([3, 0])
    expect(useDraft.getState().isKept).toBe(false)
  })

  it('outlive the page as what was drawn', () => {
    changeDraft((now) => withPiece(now, 'rough', SQUARE)[0])
    const kept = JSON.parse(localStorage.getItem('veltrin.course-drawn') ?? '{}') as {
      state: { draft: Draft; isKept: boolean }
    }
    expect(kept.state.draft.lies[0]?.ring).toEqual(SQUARE)
    expect(kept.state.isKept).toBe(false)
  })
})

describe('a picture beneath', () => {
  const dots: Dot[] = [
    [0, 0],
    [120, -40],
    [-300, 200],
  ]
  const laid = { ...firstLaid({ width: 800, height: 600 }, [30, -20]), north: 25 }

  it('has its points where the ground has them, both ways', () => {
    for (const dot of dots) close(onPicture(laid, onGround(laid, dot)), dot)
  })

  it('has north where it is told: right of its top', () => {
    const quarter = turnedTo(firstLaid({ width: 800, height: 600 }, [0, 0]), 90)
    // What points to the right on it points north.
    const [from, to] = [onGround(quarter, [0, 0]), onGround(quarter, [100, 0])]
    expect(to[0] - from[0]).toBeCloseTo(0, 9)
    expect(to[1] - from[1]).toBeGreaterThan(0)
  })

  it('is as large as its marks are told to be apart, about the middle between them', () => {
    const scaled = scaledTo(laid, 150)
    expect(betweenMarks(scaled)).toBeCloseTo(150, 9)
    close(onGround(scaled, [0, 0]), onGround(laid, [0, 0]))
    const [a, b] = scaled.marks.map((dot) => onGround(scaled, dot)) as [Place, Place]
    expect(Math.hypot(a[0] - b[0], a[1] - b[1])).toBeCloseTo(150, 9)
  })
})

describe('the sheet', () => {
  const size = { width: 700, height: 500 }

  it('shows everything, and keeps what is under the finger there as it comes closer', () => {
    const view = viewOf(SQUARE, size)
    for (const corner of SQUARE) {
      const [x, y] = toSheet(view, size, corner)
      expect(x).toBeGreaterThan(0)
      expect(x).toBeLessThan(size.width)
      expect(y).toBeGreaterThan(0)
      expect(y).toBeLessThan(size.height)
    }
    const closer = zoomed(view, size, 3, [100, 400])
    close(fromSheet(closer, size, [100, 400]), fromSheet(view, size, [100, 400]))
    expect(closer.k).toBeCloseTo(3 * view.k, 9)
  })
})

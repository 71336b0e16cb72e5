import type { Call, Catalogue, Method, SchoolRow } from '../api/client'

export interface Side {
  method: Method
  call: Call | null
  reason: string | null
}

/** A side that can be played here. */
export type Played = Side & { call: Call }

export interface Question {
  id: string
  question: string
  sides: Played[]
  /** Sides that can't be played here, with their reasons. */
  absent: Side[]
  /** The method the numbers favour here. */
  favoured: string | null
}

function sideOf(method: Method, rows: Map<string, SchoolRow>): Side {
  const row = rows.get(method.id)
  return { method, call: row?.call ?? null, reason: row?.reason ?? null }
}

function isPlayed(side: Side): side is Played {
  return side.call !== null
}

/** The fewest expected strokes win. */
export function favouredOf(sides: Played[]): string | null {
  return sides.toSorted((a, b) => a.call.score - b.call.score)[0]?.method.id ?? null
}

/** The questions on which this lie leaves a choice, most answers first. */
export function questionsOf(catalogue: Catalogue, rows: SchoolRow[]): Question[] {
  const byId = new Map(rows.map((row) => [row.method_id, row]))
  const methods = new Map(catalogue.methods.map((method) => [method.id, method]))
  const asked = catalogue.disputes.map(({ id, question, method_ids }) => {
    const all = method_ids.flatMap((m) => {
      const method = methods.get(m)
      return method ? [sideOf(method, byId)] : []
    })
    const sides = all.filter(isPlayed)
    return { id, question, sides, absent: all.filter((side) => !side.call), favoured: favouredOf(sides) }
  })
  return asked.filter((q) => q.sides.length > 1).toSorted((a, b) => b.sides.length - a.sides.length)
}

/** The whole catalogue by family, in the catalogue's order. */
export function familiesOf(catalogue: Catalogue, rows: SchoolRow[]): [string, Side[]][] {
  const byId = new Map(rows.map((row) => [row.method_id, row]))
  const families = new Map<string, Side[]>()
  for (const method of catalogue.methods) {
    const sides = families.get(method.family) ?? []
    families.set(method.family, [...sides, sideOf(method, byId)])
  }
  return [...families]
}

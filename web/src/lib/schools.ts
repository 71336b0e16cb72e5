import type { Call, Catalogue, Method, SchoolRow } from '../api/client'

export interface Side {
  method: Method
  call: Call | null
  reason: string | null
}

export interface Question {
  id: string
  question: string
  sides: Side[]
  /** The method the numbers favour here; null when fewer than two can be played. */
  favoured: string | null
}

function sideOf(method: Method, rows: Map<string, SchoolRow>): Side {
  const row = rows.get(method.id)
  return { method, call: row?.call ?? null, reason: row?.reason ?? null }
}

/** The lowest cost wins; nothing is favoured where only one can be played. */
export function favouredOf(sides: Side[]): string | null {
  const calls = sides.flatMap((side) => (side.call ? [side.call] : []))
  if (calls.length < 2) return null
  return calls.reduce((best, call) => (call.cost_m < best.cost_m ? call : best)).method_id
}

/** The questions the schools disagree on, those that this lie raises first (most methods playable). */
export function questionsOf(catalogue: Catalogue, rows: SchoolRow[]): Question[] {
  const byId = new Map(rows.map((row) => [row.method_id, row]))
  const methods = new Map(catalogue.methods.map((method) => [method.id, method]))
  const asked = catalogue.disputes.map(({ id, question, method_ids }) => {
    const sides = method_ids.flatMap((m) => {
      const method = methods.get(m)
      return method ? [sideOf(method, byId)] : []
    })
    return { id, question, sides, favoured: favouredOf(sides) }
  })
  const playable = (q: Question) => q.sides.filter((side) => side.call).length
  return asked.filter((q) => playable(q) > 0).toSorted((a, b) => playable(b) - playable(a))
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

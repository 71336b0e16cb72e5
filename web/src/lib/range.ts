import house from '../../../docs/schema/house.json'

export interface Range {
  low: number
  high: number
  step: number
  unit:
    | 'slope'
    | 'distance'
    | 'ball'
    | 'ft'
    | 'temperature'
    | 'altitude'
    | 'pct'
    | 'mm'
    | 'wind'
    | 'bearing'
    | 'hPa'
    | 'layers'
  name: string
}

export type Path = keyof typeof house.quantities

/** Limits, step and name of a number, as core has them; `times`: what one of its unit is in the page's. */
export function rangeOf<U extends Range['unit']>(path: Path, unit: U, times = 1): Range & { unit: U } {
  const { low, high, step, words } = house.quantities[path]
  return { low: times * low, high: times * high, step: times * step, unit, name: words }
}

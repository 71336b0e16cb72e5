import type { Player, Settings } from '../api/client'
import { numberWords } from './local'
import type { Range } from './range'

export type Units = Pick<Settings, 'distance' | 'small' | 'slope' | 'temperature' | 'speed'>

export const METRIC: Units = { distance: 'm', small: 'cm', slope: 'deg', temperature: 'C', speed: 'm/s' }

export const YARD = 0.9144

/** The units of a player's own card: theirs where they have some, else the coach's. */
export function cardUnits(player: Pick<Player, 'units'>, coach: Units): Units {
  if (player.units === 'yards') return { ...coach, distance: 'yd', small: 'in' }
  return player.units === 'metric' ? { ...coach, distance: 'm', small: 'cm' } : coach
}

interface Scale {
  toShown: (value: number) => number
  fromShown: (shown: number) => number
  sign: string
  digits: number
}

const PLAIN = { toShown: (v: number) => v, fromShown: (v: number) => v }

const SPEED_FACTORS = { 'm/s': 1, mph: 1 / 0.44704, 'km/h': 3.6 } as const

function windScale({ speed }: Units): Scale {
  const factor = SPEED_FACTORS[speed]
  return {
    toShown: (v) => v * factor,
    fromShown: (v) => v / factor,
    sign: ` ${speed}`,
    digits: speed === 'm/s' ? 1 : 0,
  }
}

/** How a quantity is shown in the coach's units. `sign` is what stands behind the number. */
export function scaleOf(unit: Range['unit'], units: Units): Scale {
  switch (unit) {
    case 'distance':
      return units.distance === 'yd'
        ? { toShown: (v) => v / YARD, fromShown: (v) => v * YARD, sign: ' yd', digits: 1 }
        : { ...PLAIN, sign: ' m', digits: 1 }
    case 'slope':
      return units.slope === 'pct'
        ? {
            toShown: (v) => 100 * Math.tan((v * Math.PI) / 180),
            fromShown: (v) => (Math.atan(v / 100) * 180) / Math.PI,
            sign: ' %',
            digits: 0,
          }
        : { ...PLAIN, sign: '°', digits: 1 }
    case 'temperature':
      return units.temperature === 'F'
        ? { toShown: (v) => (v * 9) / 5 + 32, fromShown: (v) => ((v - 32) * 5) / 9, sign: ' °F', digits: 0 }
        : { ...PLAIN, sign: ' °C', digits: 0 }
    case 'altitude':
      return units.distance === 'yd'
        ? { toShown: (v) => v / 0.3048, fromShown: (v) => v * 0.3048, sign: ' ft', digits: 0 }
        : { ...PLAIN, sign: ' m', digits: 0 }
    case 'wind':
      return windScale(units)
    case 'bearing':
      return { ...PLAIN, sign: '°', digits: 0 }
    case 'hPa':
      return { ...PLAIN, sign: ' hPa', digits: 0 }
    case 'layers':
      return { ...PLAIN, sign: '', digits: 0 }
    case 'ft':
      return { ...PLAIN, sign: ' ft', digits: 1 }
    case 'ball':
      return { ...PLAIN, sign: ' balls', digits: 2 }
    case 'mm':
      return { ...PLAIN, sign: ' mm', digits: 0 }
    case 'pct':
      return { ...PLAIN, sign: ' %', digits: 0 }
  }
}

/** Trim a number to at most `digits` decimals, without trailing zeros. */
export function trim(value: number, digits: number): string {
  const text = value.toFixed(digits)
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text
  return short === '-0' ? '0' : short
}

/** A true minus sign for figures that are read, not typed. */
function minus(text: string): string {
  return text.replace('-', '−')
}

export function show(value: number, unit: Range['unit'], units: Units): string {
  const scale = scaleOf(unit, units)
  return numberWords(scale.toShown(value), scale.digits) + scale.sign
}

/** A length along the line, as fine as the model deserves: halves below 30, whole above. */
export function distance(metres: number, units: Units): string {
  const shown = scaleOf('distance', units).toShown(metres)
  return minus(numberWords(Math.abs(shown) < 30 ? Math.round(shown * 2) / 2 : Math.round(shown), 1))
}

/** A height of flight: tenths while it is low. */
export function height(metres: number, units: Units): string {
  const shown = scaleOf('distance', units).toShown(metres)
  return numberWords(shown, shown < 5 ? 1 : 0)
}

/** A short length such as a ball place: to 1 cm or a quarter inch. */
export function small(metres: number, units: Units): string {
  if (units.small === 'in') return `${trim(Math.round((metres / 0.0254) * 4) / 4, 2)} in`
  return `${trim(Math.round(metres * 100), 0)} cm`
}

/** An angle of aim or face, to half a degree. */
export function halfDegree(degrees: number): string {
  return trim(Math.round(degrees * 2) / 2, 1)
}

export function parseNumber(
  text: string,
  range: Range,
  units: Units,
): { value: number } | { problem: string } {
  const scale = scaleOf(range.unit, units)
  const typed = Number(text.replace(',', '.').trim())
  const low = trim(scale.toShown(range.low), 1)
  const high = trim(scale.toShown(range.high), 1)
  const sign = scale.sign.trim()
  if (text.trim() === '' || !Number.isFinite(typed))
    return { problem: `Type a number from ${low} to ${high} ${sign}.` }
  const value = Number(scale.fromShown(typed).toFixed(4))
  if (value < range.low - 1e-6 || value > range.high + 1e-6) {
    return { problem: `${range.name} goes from ${low} to ${high} ${sign}.` }
  }
  return { value }
}

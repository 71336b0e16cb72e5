import { scaleOf, type Units } from '../lib/units'

const BY_HAND = { 'm/s': [6, 4, 2], mph: [15, 10, 5], 'km/h': [21, 14, 7] }
const FORECAST = { 'm/s': [9, 6, 3], mph: [21, 14, 7], 'km/h': [30, 20, 10] }

/** Steps of wind in the coach's own unit: round numbers there, not here. Against first, then behind (negative). */
export function windSteps(units: Units, isForecast: boolean): number[] {
  const scale = scaleOf('wind', units)
  const steps = (isForecast ? FORECAST : BY_HAND)[units.speed]
  return [...steps, ...steps.map((step) => -step).reverse()].map((step) => scale.fromShown(step))
}

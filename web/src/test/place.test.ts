import { expect, it } from 'vitest'
import { placeAt, PLACES, type Place } from '../lib/place'

it.each(Object.keys(PLACES) as Place[])(
  '%s is found at its path, with and without a slash at the end',
  (place) => {
    expect(placeAt(PLACES[place])).toBe(place)
    expect(placeAt(`${PLACES[place]}/`)).toBe(place)
  },
)

it('a path that is no place leads to the Bench', () => {
  expect(placeAt('/nowhere')).toBe('bench')
})

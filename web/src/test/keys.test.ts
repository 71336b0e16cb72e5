import { expect, it } from 'vitest'
import { KEYS } from '../lib/keys'

it('lists each key once, single letters only', () => {
  const keys = KEYS.map(([key]) => key)
  expect(new Set(keys).size).toBe(keys.length)
  expect(keys.every((key) => key.length === 1)).toBe(true)
})

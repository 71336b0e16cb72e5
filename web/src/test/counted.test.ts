import { expect, it } from 'vitest'
import { counted, countedThat } from '../lib/counted'

it('says one as one and the rest as many', () => {
  expect([0, 1, 2].map((count) => counted(count, 'shot'))).toEqual(['0 shots', '1 shot', '2 shots'])
  expect(countedThat(1, 'shot', 'waits', 'wait')).toBe('1 shot waits')
  expect(countedThat(3, 'shot', 'waits', 'wait')).toBe('3 shots wait')
})

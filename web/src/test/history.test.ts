import { expect, it } from 'vitest'
import { begin, glide, push, redo, settle, undo } from '../shot/history'

it('goes back and forth', () => {
  let history = push(push(begin(1), 2), 3)
  history = undo(undo(history))
  expect(history.present).toBe(1)
  expect(undo(history)).toBe(history)
  history = redo(history)
  expect(history.present).toBe(2)
  expect(push(history, 9).future).toEqual([])
})

it('makes one step of a whole drag', () => {
  let history = begin(1)
  for (const value of [2, 3, 4]) history = glide(history, value)
  history = settle(history, 1)
  expect(history.present).toBe(4)
  expect(undo(history).present).toBe(1)
})

it('makes no step of a drag that came back', () => {
  const history = settle(glide(glide(begin(1), 2), 1), 1)
  expect(history.past).toEqual([])
  expect(push(history, 1)).toBe(history)
})

it('keeps the last two hundred steps', () => {
  let history = begin(0)
  for (let i = 1; i <= 300; i += 1) history = push(history, i)
  expect(history.past).toHaveLength(200)
  expect(history.past[0]).toBe(100)
})

import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { START } from '../shot/reading'
import { shotWords } from '../shot/shot-words'
import type { Units } from '../lib/units'
import { FilteredChoice } from '../ui/FilteredChoice'

afterEach(cleanup)

const METRIC: Units = { distance: 'm', small: 'cm', slope: 'deg', temperature: 'C', speed: 'm/s' }

describe('a long list', () => {
  const options = [
    ...['Åsa Lind', 'Brisa Calderon', 'Corwin Maddersly', 'Tove Aldersyn'].map((words) => ({
      value: words,
      words,
    })),
    { value: '+', words: 'Add a player' },
  ]
  const open = () => {
    Element.prototype.scrollIntoView = vi.fn()
    const onChange = vi.fn()
    render(<FilteredChoice label="Player" value="Tove Aldersyn" options={options} onChange={onChange} />)
    fireEvent.click(screen.getByRole('button', { name: 'Player' }))
    const field = screen.getByRole('combobox')
    const shown = () => screen.getAllByRole('option').map((one) => one.textContent)
    return { onChange, field, shown }
  }

  it('is narrowed by typing, whatever marks the letters carry, and keeps its way to add one', () => {
    const { field, shown, onChange } = open()
    expect(shown()).toHaveLength(5)
    fireEvent.change(field, { target: { value: 'asa' } })
    expect(shown()).toEqual(['Åsa Lind', 'Add a player'])
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(onChange).toHaveBeenCalledWith('Åsa Lind')
    expect(screen.queryByRole('listbox')).toBeNull()
  })

  it('is gone through by arrows, and begins at what is chosen', () => {
    const { field, onChange } = open()
    fireEvent.keyDown(field, { key: 'ArrowUp' })
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(onChange).toHaveBeenCalledWith('Corwin Maddersly')
  })

  it('is pressed', () => {
    const { field, onChange } = open()
    fireEvent.change(field, { target: { value: 'nobody' } })
    fireEvent.click(screen.getByRole('option', { name: 'Add a player' }))
    expect(onChange).toHaveBeenCalledWith('+')
  })
})

describe('a shot in few words', () => {
  // Common practice: a chip from beside the green, a pitch to the length of a short wedge, a bunker shot from sand.
  it.each([
    [{ flag: 16, fall: 6 }, 'Downhill chip, 16 m'],
    [{ flag: 16, fall: 0, side: -5 }, 'Chip, ball below the feet, 16 m'],
    [{ flag: 50, fall: -4, cover: 'rough' }, 'Uphill pitch from rough, 50 m'],
    [{ flag: 12, fall: 0, cover: 'sand' }, 'Bunker shot, 12 m'],
    [{ flag: 140, fall: 1 }, 'Shot, 140 m'],
  ] as const)('%o is “%s”', (read, words) => {
    expect(shotWords({ ...START, ...read }, METRIC)).toBe(words)
  })
})

import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { RefusedError } from '../api/client'
import { Handle } from '../drawing/Handle'
import { START } from '../shot/reading'
import { CallsPanel } from '../shot/bench/CallsPanel'
import { EditableNumber } from '../ui/EditableNumber'
import { Live } from '../ui/Live'
import { Problem } from '../ui/Problem'
import type { Call } from '../api/client'
import { sampleCall, samplePlan, sampleRuledOut, sampleSpread } from './sample'
import { NUMBERS } from '../shot/numbers'

beforeAll(() => {
  window.matchMedia = (query) =>
    ({
      matches: true,
      media: query,
      addEventListener: vi.fn(),
      removeEventListener: vi.fn(),
    }) as unknown as MediaQueryList
})
afterEach(cleanup)

describe('a number in words', () => {
  const open = () => {
    const onChange = vi.fn()
    render(<EditableNumber shown="6° down" value={6} range={NUMBERS.fall} onChange={onChange} />)
    fireEvent.click(screen.getByRole('button', { name: /Fall: 6° down/ }))
    return { onChange, field: screen.getByRole('textbox', { name: 'Fall' }) }
  }

  it('takes a good value on Enter', () => {
    const { onChange, field } = open()
    fireEvent.change(field, { target: { value: '7,5' } })
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(onChange).toHaveBeenCalledExactlyOnceWith(7.5)
    expect(screen.queryByRole('textbox')).toBeNull()
  })

  it('says which side a number is on, and turns it round at a press', () => {
    const onChange = vi.fn()
    const sides = ['above the feet', 'below the feet'] as const
    render(
      <EditableNumber
        shown="3° below"
        value={-3}
        range={{ ...NUMBERS.side }}
        sides={sides}
        onChange={onChange}
      />,
    )
    fireEvent.click(screen.getByRole('button', { name: /3° below/ }))
    const field = screen.getByRole<HTMLInputElement>('textbox')
    expect(field.value).toBe('3')
    fireEvent.change(field, { target: { value: '6' } })
    fireEvent.click(screen.getByRole('button', { name: /^below the feet/ }))
    expect(screen.getByRole('button', { name: /^above the feet/ })).toBeTruthy()
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(onChange).toHaveBeenLastCalledWith(6)
    fireEvent.click(screen.getByRole('button', { name: /3° below/ }))
    fireEvent.change(screen.getByRole('textbox'), { target: { value: '-4' } })
    fireEvent.keyDown(screen.getByRole('textbox'), { key: 'Enter' })
    expect(onChange).toHaveBeenLastCalledWith(-4)
  })

  it('tells the range and keeps the field open on a bad one', () => {
    const { onChange, field } = open()
    fireEvent.change(field, { target: { value: '50' } })
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(screen.getByRole('alert').textContent).toContain('from -20 to 20')
    expect(onChange).not.toHaveBeenCalled()
    fireEvent.keyDown(field, { key: 'Escape' })
    expect(screen.getByRole('button', { name: /6° down/ })).toBeTruthy()
  })
})

describe('a grip', () => {
  const grip = () => {
    const onStep = vi.fn()
    render(
      <svg>
        <Handle
          x={0} y={0} along="y" label="Fall" value={6} low={-20} high={20} step={0.5} spoken="6° down" up={-1}
          valueAt={() => 0} onDrag={vi.fn()} onRelease={vi.fn()} onStep={onStep}
        />
      </svg>,
    ) // prettier-ignore
    return { onStep, handle: screen.getByRole('slider', { name: 'Fall' }) }
  }

  it.each([
    ['ArrowUp', 5.5],
    ['ArrowDown', 6.5],
    ['PageDown', 11],
    ['Home', 0],
  ])('moves on %s', (key, value) => {
    const { onStep, handle } = grip()
    fireEvent.keyDown(handle, { key })
    expect(onStep).toHaveBeenCalledExactlyOnceWith(value)
  })

  it('leaves other keys alone and speaks its value', () => {
    const { onStep, handle } = grip()
    fireEvent.keyDown(handle, { key: 'x' })
    expect(onStep).not.toHaveBeenCalled()
    expect(handle.getAttribute('aria-valuetext')).toBe('6° down')
  })
})

describe('the calls', () => {
  const plan = samplePlan(
    [
      sampleCall({ spread: sampleSpread() }),
      sampleCall({ id: 'b', club_name: 'Sand wedge 54' }),
      sampleCall({ id: 'c', club_name: '9-iron', run_m: -0.6 }),
    ],
    { ruled_out: [sampleRuledOut()] },
  )
  const show = (chosen: string, shown = plan) => {
    const onChoose = vi.fn()
    const onLedger = vi.fn()
    render(
      <QueryClientProvider client={new QueryClient()}>
        <CallsPanel
          onCompare={vi.fn()}
          onWhatIf={vi.fn()}
          plan={shown}
          chosen={chosen}
          reading={START}
          isOld={false}
          isSettling={false}
          onChoose={onChoose}
          onLedger={onLedger}
        />
      </QueryClientProvider>,
    )
    return { onChoose, onLedger }
  }

  it('shows first, second, the rest and what is ruled out', async () => {
    const { onChoose, onLedger } = show('58~dropped-foot')
    expect(within(screen.getByRole('article', { name: 'First call' })).getByText(/Lob wedge 58/)).toBeTruthy()
    fireEvent.click(
      within(screen.getByRole('article', { name: 'Second call' })).getByRole('button', {
        name: /Second call/,
      }),
    )
    expect(onChoose).toHaveBeenCalledWith('b')
    fireEvent.click(screen.getAllByRole('button', { name: /aim 2°L: what is it/ })[1] as HTMLElement)
    fireEvent.click(await screen.findByRole('button', { name: 'aim ledger' }))
    expect(onLedger).toHaveBeenCalledWith('b', 'aim')
    expect(screen.getByText('−0.5')).toBeTruthy()
    expect(screen.getByText(/needs a tee/)).toBeTruthy()
  })

  it('tells the risk: the next putt, a bad one, where strikes end', () => {
    show('58~dropped-foot')
    const card = within(screen.getByRole('article', { name: 'First call' }))
    expect(card.getByText(/^green 81\s%, sand 19\s%$/)).toBeTruthy()
    expect(card.getByRole('img', { name: /^Finishes: green 81 %, sand 19 %$/ })).toBeTruthy()
    expect(card.getByText('why').closest('details')?.textContent).toMatch(/Putt next 81\s%, a bad shot 19\s%/)
  })

  it('gives the safe call a card, or says that the first is the safe one', () => {
    show('58~dropped-foot', { ...plan, safe_id: 'c' })
    expect(screen.getByRole('article', { name: 'Safe call' })).toBeTruthy()
    cleanup()
    show('58~dropped-foot', { ...plan, safe_id: '58~dropped-foot' })
    expect(screen.getByRole('article', { name: 'First call, also the safest' })).toBeTruthy()
    cleanup()
    show('58~dropped-foot', { ...plan, safe_id: '58~dropped-foot', safe_words: 'best of a bad lot' })
    expect(screen.getByRole('article', { name: 'First call, best of a bad lot' })).toBeTruthy()
    cleanup()
    show('58~dropped-foot', { ...plan, safe_id: 'c', safe_words: 'best of a bad lot' })
    expect(screen.getByRole('article', { name: 'Best of a bad lot' })).toBeTruthy()
  })

  it('says so where no second call comes near the first', () => {
    show('58~dropped-foot', { ...plan, second_id: null })
    expect(screen.getByText('No second call comes near the first.')).toBeTruthy()
  })

  it('gives a pick from the rest a card of its own', () => {
    show('c')
    expect(within(screen.getByRole('article', { name: 'Your pick' })).getByText(/9-iron/)).toBeTruthy()
  })

  it('tells relief as a call without a stroke', () => {
    const relief = {
      ...(plan.calls[0] as Call),
      id: 'relief',
      method_name: 'Take relief',
      finish: 'none' as const,
      key_words: ['Unplayable: one stroke.'],
      strokes: 4.2,
    }
    show('', { ...plan, calls: [relief], first_id: 'relief', second_id: null })
    const card = within(screen.getByRole('article', { name: /First call/ }))
    expect(card.getByText('Unplayable: one stroke.')).toBeTruthy()
    expect(card.getByText(/strokes to hole out, penalty included/)).toBeTruthy()
    for (const of_a_stroke of [/clean/, /plays as/, /It stops by/]) {
      expect(screen.queryByText(of_a_stroke)).toBeNull()
    }
  })

  it('says how much is left where a full swing stops short', () => {
    const short = { ...(plan.calls[0] as Call), finish: 'short' as const, past_m: -40 }
    show('', { ...plan, calls: [short], first_id: short.id, second_id: null })
    expect(screen.getByText(/as far as it can go; 40 m left/)).toBeTruthy()
  })
})

it('tells what the server refused: field, problem and fix', () => {
  const items = [
    { field: 'line.flag_m', problem: 'is out of range (1).', fix: 'Give a value of at least 2.' },
  ]
  const onRetry = vi.fn()
  render(<Problem error={new RefusedError(items)} onRetry={onRetry} />)
  expect(screen.getByRole('alert').textContent).toContain('Give a value of at least 2.')
  fireEvent.click(screen.getByRole('button', { name: 'Try again' }))
  expect(onRetry).toHaveBeenCalledOnce()
})

it('takes no room while nothing is said, and room once there is something', () => {
  const { rerender } = render(
    <Live className="framed">
      {false}
      {null}
      {''}
    </Live>,
  )
  expect(screen.getByRole('status').className).toBe('')
  rerender(
    <Live className="framed">
      {false}
      {'The disk is full.'}
    </Live>,
  )
  expect(screen.getByRole('status').className).toBe('framed')
})

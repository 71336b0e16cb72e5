import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { forgetSeen } from '../book/drafts'
import { targetOf } from '../book/finish-map'
import { useQueue } from '../book/queue'
import { START } from '../shot/reading'
import { BookSheet } from '../book/BookSheet'
import { PLAYER } from './players'
import { sampleCall } from './sample'
import { serve } from './serve'
import { stubWidth } from './wide'

const READING = { ...START, player: 'tove' }

beforeEach(() => {
  stubWidth(true)
  localStorage.clear()
  useQueue.setState({ waiting: [] })
  forgetSeen()
  serve({})
})
afterEach(cleanup)

function booking(isForFormer: boolean) {
  const onBooked = vi.fn()
  render(
    <BookSheet
      open
      reading={READING}
      call={sampleCall()}
      player={PLAYER}
      note="Astray: by the wall."
      isForFormer={isForFormer}
      onOpenChange={() => undefined}
      onBooked={onBooked}
    />,
  )
  return onBooked
}

const finish = (words: string) =>
  fireEvent.change(screen.getByLabelText('Finish in words'), { target: { value: words } })

describe('booking from the Bench', () => {
  it('sends the question and the call with what was seen', () => {
    const onBooked = booking(false)
    const press = screen.getByRole<HTMLButtonElement>('button', { name: 'Book it' })
    expect(press.disabled).toBe(true)
    finish('pin high 2 left')
    fireEvent.click(press)
    expect(onBooked).toHaveBeenCalled()
    expect(useQueue.getState().waiting[0]?.body).toMatchObject({
      ...{
        player_id: 'tove',
        call_id: '58~dropped-foot',
        past_m: 0,
        side_m: -2,
        note: 'Astray: by the wall.',
      },
      ...{ former_lie: false, counts: true },
    })
  })

  it('says that the call is for the lie before, and may be only measured', () => {
    booking(true)
    expect(screen.getByRole('note').textContent).toContain('for the former lie')
    fireEvent.click(screen.getByLabelText('Only save it: don’t learn from it'))
    finish('2 past')
    fireEvent.click(screen.getByRole('button', { name: 'Book it' }))
    expect(useQueue.getState().waiting[0]?.body).toMatchObject({ former_lie: true, counts: false, past_m: 2 })
  })

  it('shows a way out without a green', () => {
    const out = sampleCall({ target: { name: 'left', x_m: 2, y_m: -20, distance_m: 20.1, bearing_deg: -84 } })
    expect(targetOf(out, READING).green).toBeNull()
    expect(targetOf(sampleCall(), READING).green).toMatchObject({ width: READING.width })
  })
})

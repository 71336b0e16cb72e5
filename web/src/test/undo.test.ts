import { waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { bookIt, undoBooking } from '../book/book-it'
import { useDesk } from '../lib/desk'
import { useQueue, type enqueue } from '../book/queue'
import { useBench } from '../shot/store'

const BODY = { player_id: 'tove' } as Parameters<typeof enqueue>[1]
const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })

beforeEach(() => {
  localStorage.clear()
  useQueue.setState({ waiting: [] })
})

describe('taking a booking back', () => {
  afterEach(() => vi.unstubAllGlobals())

  it('takes one that waits out of the queue, and one that is booked out of the book', async () => {
    vi.stubGlobal('fetch', vi.fn().mockRejectedValue(new TypeError('no network')))
    const kept = { keep: vi.fn(), forget: vi.fn() }
    await bookIt(BODY, kept)
    expect(useDesk.getState().told).toContain('waits')
    expect(useQueue.getState().waiting).toHaveLength(1)
    useDesk.getState().wayBack?.act()
    await waitFor(() => expect(useDesk.getState().told).toContain('Undone'))
    expect(useQueue.getState().waiting).toHaveLength(0)
    expect(kept.keep).toHaveBeenCalledOnce()

    const asked = vi.fn((request: Request) =>
      Promise.resolve(request.method === 'DELETE' ? new Response(null, { status: 204 }) : answer(200, {})),
    )
    vi.stubGlobal('fetch', asked)
    useDesk.getState().wayBack?.act()
    await waitFor(() => expect(useDesk.getState().told).toBe('Booked.'))
    // The key for undoing takes the booking back, and only once.
    expect(undoBooking()).toBe(true)
    await waitFor(() => expect(useDesk.getState().told).toContain('Undone'))
    expect(asked.mock.lastCall?.[0].method).toBe('DELETE')
    expect(undoBooking()).toBe(false)
  })

  it('leaves undoing to the reading where it changed after the booking', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(() => Promise.resolve(answer(200, {}))),
    )
    await bookIt(BODY)
    useBench.getState().set({ fall: 5 })
    expect(undoBooking()).toBe(false)
  })
})

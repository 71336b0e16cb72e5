import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Lesson } from '../api/client'
import { LessonForm } from '../lessons/LessonForm'
import { PLAYER } from './players'
import { serve } from './serve'

const ID = '11111111-1111-4111-8111-111111111111'
const lesson = (more: Partial<Lesson> = {}): Lesson => ({
  id: ID, version: 1, state: 'open', held_on: '2026-11-20T10:00:00Z', began_at: '2026-11-20T10:00:00Z', ended_at: null,
  place: 'Third green', aims: 'Ball first', notes: '', player_ids: ['tove'], player_names: ['Tove Aldersyn'], items: 1,
  day: null, done: [], photographs: [], recordings: [], sheets: [], ...more,
}) // prettier-ignore
const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } })

afterEach(cleanup)

describe('two who edit one lesson', () => {
  it('shows both sides and saves the one that is chosen', async () => {
    let answers = 0
    const newer = lesson({ version: 5, aims: 'Tall handle', notes: 'Left knee' })
    const fetched = serve({
      'GET /api/lessons': () => ({ total: 0, rows: [] }),
    })
    vi.stubGlobal('fetch', (request: Request) => {
      if (request.method !== 'PUT') return fetched(request)
      answers += 1
      void fetched(request).catch(() => undefined)
      const errors = [{ field: 'version', problem: 'this lesson was changed elsewhere.', fix: 'Look.' }]
      const told = answers === 1 ? { status: 409, body: { errors } } : { status: 200, body: newer }
      return Promise.resolve(
        new Response(JSON.stringify(told.body), {
          status: told.status,
          headers: { 'content-type': 'application/json' },
        }),
      )
    })
    const kept = vi.fn()
    const form = (one: Lesson) => (
      <QueryClientProvider client={queries}>
        <LessonForm id={ID} lesson={one} player={PLAYER} onKept={kept} onLeave={() => undefined} />
      </QueryClientProvider>
    )
    const { rerender } = render(form(lesson({ version: 4 })))
    fireEvent.change(screen.getByLabelText(/aims/), { target: { value: 'Chase it down' } })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    const clash = await screen.findByRole('alert', { name: 'Changed elsewhere' })
    rerender(form(newer))
    expect(clash.textContent).toContain('Chase it down')
    expect(clash.textContent).toContain('Tall handle')
    fireEvent.click(screen.getByRole('button', { name: 'Save mine instead' }))
    await waitFor(() => expect(kept).toHaveBeenCalled())
    const put = fetched.mock.calls.map(([request]) => request).filter(({ method }) => method === 'PUT')
    const bodies = await Promise.all(
      put.map(async (one) => (await one.clone().json()) as { version: number }),
    )
    expect(bodies.map(({ version }) => version)).toEqual([4, 5])
  })
})

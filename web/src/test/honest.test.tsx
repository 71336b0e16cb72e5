import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Clinic, Lesson } from '../api/client'
import { Whole } from '../book/Whole'
import { InTheField } from '../eye/InTheField'
import { VoiceNotes } from '../lessons/VoiceNotes'
import { ClinicPanel } from '../practice/ClinicPanel'
import { playersQuery } from '../players/api'
import { PLAYER } from './players'
import { serve } from './serve'

let queries: QueryClient
function shown(element: React.ReactNode) {
  render(<QueryClientProvider client={queries}>{element}</QueryClientProvider>)
}

beforeEach(() => {
  queries = new QueryClient({ defaultOptions: { queries: { retry: false } } })
})
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

const sent = async (fetched: ReturnType<typeof serve>, method: string): Promise<unknown> => {
  const request = fetched.mock.calls.map(([one]) => one).find((one) => one.method === method)
  return request ? JSON.parse(await request.clone().text()) : null
}

describe('a whole book', () => {
  it('asks once a day whether these were all the balls', async () => {
    let ask: { day: string; shots: number } | null = { day: '2026-11-20', shots: 12 }
    const fetched = serve({
      'PUT /api/players/tove/whole': () => {
        ask = null
        return { player_id: 'tove', ask, signs: [], words: '' }
      },
      'GET /api/players/tove/whole': () => ({ player_id: 'tove', ask, signs: [], words: '' }),
    })
    shown(<Whole player_id="tove" />)
    expect((await screen.findByRole('region')).textContent).toMatch(/12 shots of .*20/)
    fireEvent.click(screen.getByRole('button', { name: 'Only some' }))
    await waitFor(() => expect(screen.queryByRole('region')).toBeNull())
    expect(await sent(fetched, 'PUT')).toEqual({ day: '2026-11-20', all_booked: false })
  })
})

describe('in the field', () => {
  it('takes a guess first, and a measure only then', async () => {
    const fetched = serve({
      'POST /api/guesses': () => ({ says: 'Side slope: 2.0° too flat on the whole; 9 scenes.' }),
    })
    shown(<InTheField player={PLAYER} reader={null} />)
    expect(screen.queryByRole('button', { name: 'Save it' })).toBeNull()
    expect(screen.getByRole('button', { name: 'That is my guess' })).toHaveProperty('disabled', true)
    fireEvent.change(screen.getByRole('slider', { name: /Your guess/ }), { target: { value: '3' } })
    fireEvent.click(screen.getByRole('button', { name: 'That is my guess' }))
    // The guess stands: what is measured must not move it.
    fireEvent.change(screen.getByRole('slider', { name: /Your guess/ }), { target: { value: '6' } })
    fireEvent.change(screen.getByRole('slider', { name: /Measured/ }), { target: { value: '5' } })
    fireEvent.click(screen.getByRole('button', { name: 'Save it' }))
    expect((await screen.findByRole('status')).textContent).toContain('2.0° too flat')
    expect(await sent(fetched, 'POST')).toMatchObject({
      kind: 'side',
      guessed: 3,
      measured: 5,
      reader_id: null,
    })
  })
})

describe('a clinic', () => {
  it('waits for four, and shows who is where', async () => {
    const others = ['a', 'b', 'c'].map((id) => ({ ...PLAYER, id, name: `Player ${id}` }))
    queries.setQueryData(playersQuery.queryKey, [PLAYER, ...others])
    const drill = {
      id: 'plugged', name: 'Plugged', family: 'lie', trains: '', how: 'Step balls half in.', score: 'green',
      score_words: 'ends on the green', balls: 8, stations: [], needs: ['sand'], say: [], cures: [], methods: [],
      covers: [], lay: [], cautions: [], easier: '', harder: '', source: '',
    } // prettier-ignore
    const mark = {
      balls: 6, score: 'green', limit: null, share_pct: 40, level_share_pct: 40, hits: 2, chance_pct: 70, aim_handicap: 9,
      aim_share_pct: 45, aim_hits: 3, aim_chance_pct: 55, by_luck_pct: 45,
    } // prettier-ignore
    const clinic = {
      stations: [
        { drill, balls: 6, laid_for: 'Player b', measures: [], marks: [{ player_id: 'a', player_name: 'Player a', mark }] },
      ],
      round_minutes: 20, warm_up_minutes: 5, rounds: [[['Player a', 'Player b']]], words: '1 round.',
    } as unknown as Clinic // prettier-ignore
    serve({ 'POST /api/clinic': () => clinic })
    shown(<ClinicPanel player={PLAYER} />)
    const plan = screen.getByRole('button', { name: 'Plan the clinic' })
    expect(plan).toHaveProperty('disabled', true)
    for (const { name } of others) fireEvent.click(screen.getByRole('button', { name }))
    expect(plan).toHaveProperty('disabled', false)
    fireEvent.click(plan)
    const station = await screen.findByRole('region', { name: 'Station 1' })
    expect(station.textContent).toContain('2 of 6 on the green')
    expect(screen.getByText('Player a, Player b')).toBeTruthy()
  })
})

describe('spoken notes', () => {
  const lesson = { id: 'l', recordings: [] } as unknown as Lesson

  it('are begun by one press and kept by the next', async () => {
    const fetched = serve({ 'PUT /api/recordings/': () => ({}) })
    const track = { stop: vi.fn() }
    class Recorder {
      ondataavailable: (event: { data: Blob }) => void = () => undefined
      onstop: () => void = () => undefined
      mimeType = 'audio/webm'
      start = vi.fn()
      stop() {
        this.ondataavailable({ data: new Blob(['sound']) })
        this.onstop()
      }
    }
    vi.stubGlobal('MediaRecorder', Recorder)
    const media = { getUserMedia: () => Promise.resolve({ getTracks: () => [track] }) }
    Object.defineProperty(navigator, 'mediaDevices', { value: media, configurable: true })
    shown(<VoiceNotes lesson={lesson} />)
    fireEvent.click(screen.getByRole('button', { name: 'Speak a note' }))
    fireEvent.click(await screen.findByRole('button', { name: 'Stop and save it' }))
    await waitFor(() => expect(fetched).toHaveBeenCalled())
    expect(fetched.mock.calls[0]?.[0].url).toMatch(/lesson_id=l&seconds=/)
    expect(track.stop).toHaveBeenCalled()
  })

  it('say where they can be recorded, where they can’t here', () => {
    shown(<VoiceNotes lesson={lesson} />)
    expect(screen.getByText(/only on a page that comes over TLS/)).toBeTruthy()
  })
})

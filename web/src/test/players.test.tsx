import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Club, Learnt as Told, Monitor } from '../api/client'
import { learntQuery, stockQuery } from '../book/api'
import { monitorWords } from '../devices/use-monitor'
import { BagTable } from '../players/BagTable'
import { Learnt } from '../book/Learnt'
import { hasBadNumber } from '../players/PlayerFacts'
import { Players } from '../players/Players'
import { SignIn } from '../accounts/SignIn'
import { PLAYER } from './players'
import { stubWidth } from './wide'
import { monitorQuery } from '../devices/api'
import { playersQuery, bagQuery } from '../players/api'
import { catalogueQuery } from '../shot/api'

const BAG = {
  steps: [{ longer_id: '54', shorter_id: '58', step_m: 8, kind: 'overlap' as const }],
  clubs: [
    {
      club_id: '54',
      speed_m_s: 30,
      suits: 'soft',
      carry_doubt_m: 5,
      wear_pct: 100,
      grooves: 'worn' as const,
      months: 9,
      grip_pct: 70,
    },
  ],
  missing: ['no low-bounce wedge (6° or less) for hard-pan and packed wet sand'],
  rounds_worn: 70,
}

function shown(part: ReactNode, fill: (queries: QueryClient) => void = () => undefined) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })
  queries.setQueryData(playersQuery.queryKey, [PLAYER])
  queries.setQueryData(bagQuery('tove', 3).queryKey, BAG)
  queries.setQueryData(stockQuery('tove').queryKey, [])
  queries.setQueryData(catalogueQuery('right').queryKey, { methods: [], disputes: [] })
  fill(queries)
  render(<QueryClientProvider client={queries}>{part}</QueryClientProvider>)
  return queries
}

const players = () => <Players player={PLAYER} />

const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })

beforeEach(() => stubWidth(true))
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

describe('a player', () => {
  it('stands with the bag drawn, what is missing and what overlaps', () => {
    shown(players())
    expect(screen.getByRole('img', { name: 'Carry and loft of 3 clubs' })).toBeTruthy()
    expect(screen.getByRole('img', { name: 'Wedges by loft and bounce' }).textContent).toContain('54·12 worn')
    expect(screen.getByText(/No low-bounce wedge/)).toBeTruthy()
    expect(screen.getByText(/Overlap of 8 m between 54 and 58/)).toBeTruthy()
    expect(screen.getByText('choose schools')).toBeTruthy()
    expect(screen.getByText(/worn out \(75 rounds\): replace/)).toBeTruthy()
  })

  it('is saved at the version it was read, and only once something changed', async () => {
    const fetched = vi.fn(() => Promise.resolve(answer(200, { ...PLAYER, version: 4, notes: 'tempo' })))
    vi.stubGlobal('fetch', fetched)
    shown(players())
    const save = screen.getByRole<HTMLButtonElement>('button', { name: 'Save' })
    expect(save.disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('Notes'), { target: { value: 'tempo' } })
    fireEvent.click(save)
    const put = () =>
      (fetched.mock.calls as unknown as [Request][])
        .map(([one]) => one)
        .find(({ method }) => method === 'PUT')
    await waitFor(() => expect(put()).toBeTruthy())
    expect(await put()?.clone().json()).toMatchObject({ version: 3, notes: 'tempo' })
  })

  it('tells of a conflict and loses nothing of either side', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(() =>
        Promise.resolve(answer(409, { errors: [{ field: 'version', problem: 'changed', fix: 'look' }] })),
      ),
    )
    shown(players())
    fireEvent.change(screen.getByLabelText('Notes'), { target: { value: 'mine' } })
    fireEvent.click(screen.getByRole('button', { name: 'Save' }))
    expect(await screen.findByText(/changed elsewhere in the meantime/)).toBeTruthy()
    expect(screen.getByLabelText<HTMLTextAreaElement>('Notes').value).toBe('mine')
    expect(screen.getByRole('button', { name: 'Save mine instead' })).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Use the newer one' }))
    expect(screen.getByLabelText<HTMLTextAreaElement>('Notes').value).toBe('')
  })

  it('does not save what is no number', () => {
    shown(players())
    fireEvent.change(screen.getByLabelText(/Handicap/), { target: { value: 'low' } })
    expect(screen.getByLabelText(/Handicap/).getAttribute('aria-invalid')).toBe('true')
    expect(hasBadNumber({ handicap: 'low' })).toBe(true)
    expect(hasBadNumber({ handicap: '' })).toBe(true)
    expect(hasBadNumber({ lean_deg: '', handicap: '−2' })).toBe(false)
  })

  it('is deleted only when asked twice', () => {
    shown(players())
    fireEvent.click(screen.getByRole('button', { name: 'delete this player' }))
    expect(screen.getByText(/and everything about them/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    expect(screen.getByRole('button', { name: 'delete this player' })).toBeTruthy()
  })
})

describe('the bag', () => {
  it('takes a number when it is one and a club out when it is pressed', () => {
    const onClubs = vi.fn<(clubs: Club[]) => void>()
    shown(<BagTable clubs={PLAYER.clubs} notes={[]} onClubs={onClubs} />)
    const loft = screen.getByLabelText<HTMLInputElement>('54: loft')
    fireEvent.change(loft, { target: { value: '52,5' } })
    fireEvent.blur(loft)
    expect(onClubs.mock.lastCall?.[0][1]?.loft_deg).toBe(52.5)
    fireEvent.change(loft, { target: { value: 'much' } })
    fireEvent.blur(loft)
    expect(onClubs).toHaveBeenCalledTimes(1)
    fireEvent.click(screen.getByLabelText('Remove 58 from the bag'))
    expect(onClubs.mock.lastCall?.[0].map((c) => c.id)).toEqual(['7-iron', '54', 'putter'])
    fireEvent.click(screen.getByRole('button', { name: 'add a club' }))
    expect(onClubs.mock.lastCall?.[0].at(-1)?.id).toBe('58-2')
  })
})

describe('what the book teaches', () => {
  const told: Told = {
    player_id: 'tove', learns: true, learns_from: null, practice: 'habits', shots: 14,
    effects: [
      { quantity: 'speed', by: 'cover', name: 'rough', words: 'rough', value: -6, low: -9.1, high: -2.8, shots: 14 },
      { quantity: 'face', by: 'cover', name: 'rough', words: 'rough', value: 0.4, low: -0.6, high: 1.4, shots: 14 },
    ],
  } // prettier-ignore

  it('stands with count and interval, and can be switched off', async () => {
    const fetched = vi.fn((request: Request) =>
      Promise.resolve(answer(200, request.method === 'PATCH' ? PLAYER : told)),
    )
    vi.stubGlobal('fetch', fetched)
    shown(<Learnt player={PLAYER} />, (queries) => queries.setQueryData(learntQuery('tove').queryKey, told))
    const speed = screen.getByRole('region', { name: 'Head speed' }).textContent
    expect(speed).toContain('−6.0')
    expect(speed).toContain('−9.1 … −2.8')
    expect(speed).toContain('14')
    fireEvent.click(screen.getByRole('checkbox'))
    await waitFor(() => expect(fetched).toHaveBeenCalled())
    const request = (fetched.mock.calls as unknown as [Request][])[0]?.[0]
    expect(await request?.clone().json()).toEqual({ learns: false, forget: false })
  })

  it('says how to begin while there is nothing', () => {
    shown(<Learnt player={PLAYER} />, (queries) =>
      queries.setQueryData(learntQuery('tove').queryKey, { ...told, shots: 0, effects: [] }),
    )
    expect(screen.getByText(/Book where the ball finished/)).toBeTruthy()
  })
})

describe('the launch monitor in words', () => {
  const off: Monitor = { state: 'off', port: 1, name: '', meant: '', shots: [], refused: 0, problem: '' }
  it.each([
    [off, 'not connected'],
    [{ ...off, state: 'connecting' as const }, 'looking for the monitor'],
    [{ ...off, state: 'live' as const }, 'live; choose what the shots are for'],
    [{ ...off, state: 'live' as const, meant: '7-iron' }, 'live, expecting the 7-iron'],
    [{ ...off, state: 'lost' as const, problem: 'Nothing answers.' }, 'Nothing answers.'],
  ])('%#', (monitor, words) => {
    expect(monitorWords(monitor)).toBe(words)
    expect(monitorQuery.queryKey).toEqual(['monitor'])
  })
})

describe('signing in', () => {
  it('sends who it is and says when it is not right', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(() =>
        Promise.resolve(
          answer(401, { errors: [{ field: 'passphrase', problem: 'is wrong.', fix: 'Again.' }] }),
        ),
      ),
    )
    shown(<SignIn />)
    fireEvent.change(screen.getByLabelText('Coach'), { target: { value: 'Maren' } })
    fireEvent.change(screen.getByLabelText('Passphrase'), { target: { value: 'seven split oaks' } })
    fireEvent.click(screen.getByRole('button', { name: 'Sign in' }))
    expect((await screen.findByRole('alert')).textContent).toContain('is wrong')
  })
})

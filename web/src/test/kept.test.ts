import { waitFor } from '@testing-library/react'
import 'fake-indexeddb/auto'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ask, asked, keepFor, lastPlan, nameOf, owner, wipe } from '../api/kept'
import { useAway } from '../lib/away'

const HOUSE = { needed: false, coach: null, is_admin: true }
const ANNA = { needed: true, coach: 'anna', is_admin: false }
const at = (path: string) => `http://veltrin.test${path}`

const served = vi.fn<() => Promise<Response>>()
const answers = (body: unknown, status = 200) =>
  served.mockImplementation(() => Promise.resolve(new Response(JSON.stringify(body), { status })))
const isSilent = () => served.mockRejectedValue(new TypeError('Failed to fetch'))

const look = async (path: string) => (await ask(new Request(at(path)))).json() as Promise<unknown>
const plan = (body: object) =>
  ask(
    new Request(at('/api/plan'), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    }),
  )

/** Ask until it is kept: it is kept while the answer is already being read. */
async function lookAndKeep(path: string, told: unknown) {
  answers(told)
  await look(path)
  isSilent()
  await waitFor(async () => expect(await look(path)).toEqual(told))
}

beforeEach(async () => {
  vi.stubGlobal('fetch', served)
  await wipe()
  await keepFor(HOUSE)
  useAway.setState({ isAway: false, since: null })
})

describe('what a browser keeps for when nobody answers', () => {
  it('asks the server first, and answers from what is kept where nobody does, and says since when', async () => {
    await lookAndKeep('/api/players', ['old'])
    answers(['new'])
    expect(await look('/api/players')).toEqual(['new'])
    await look('/api/health')
    expect(useAway.getState()).toEqual({ isAway: false, since: null })
    isSilent()
    await waitFor(async () => expect(await look('/api/players')).toEqual(['new']))
    const { isAway, since } = useAway.getState()
    expect(isAway).toBe(true)
    expect(Math.abs(Date.now() - (since ?? 0))).toBeLessThan(60_000)
    answers(['newer'])
    expect(await look('/api/players')).toEqual(['newer'])
    expect(useAway.getState().isAway).toBe(true)
    await look('/api/health')
    expect(useAway.getState().isAway).toBe(false)
  })

  it('takes a gateway that finds nobody for nobody, and a refusal for an answer', async () => {
    await lookAndKeep('/api/book?player_id=tove', [1])
    answers({}, 502)
    expect(await look('/api/book?player_id=tove')).toEqual([1])
    answers({ errors: [] }, 404)
    expect(await look('/api/book?player_id=tove')).toEqual({ errors: [] })
    isSilent()
    await expect(look('/api/book?player_id=brisa')).rejects.toThrow('Failed')
  })

  it('keeps whole plans only, for the question whatever stood first on the page', async () => {
    answers({ has_risk: true, calls: [] })
    await plan({ player_id: 'tove', fall_deg: 4, shown_id: null })
    isSilent()
    await waitFor(() => plan({ player_id: 'tove', fall_deg: 4, shown_id: '54~glide' }))
    await expect(plan({ player_id: 'tove', fall_deg: 5 })).rejects.toThrow()
    answers({ has_risk: false, calls: [] })
    await plan({ player_id: 'tove', fall_deg: 6 })
    isSilent()
    await expect(plan({ player_id: 'tove', fall_deg: 6 })).rejects.toThrow()
    expect(await lastPlan('tove')).toContain('has_risk')
    expect(await lastPlan('brisa')).toBeNull()
  })

  it('keeps twelve plans, and drops the oldest', async () => {
    for (let fall = 0; fall <= 12; fall++) {
      answers({ has_risk: true, fall })
      await plan({ player_id: 'tove', fall })
      isSilent()
      await waitFor(() => plan({ player_id: 'tove', fall }))
    }
    await waitFor(() => expect(plan({ player_id: 'tove', fall: 0 })).rejects.toThrow())
    expect((await plan({ player_id: 'tove', fall: 1 })).ok).toBe(true)
  })

  it('is one coach’s: another’s, or one’s who signed out, is wiped', async () => {
    await keepFor(ANNA)
    await lookAndKeep('/api/players', ['anna’s'])
    expect(owner()).toEqual(ANNA)
    await keepFor({ ...ANNA, coach: 'bo' })
    await expect(look('/api/players')).rejects.toThrow()
    await lookAndKeep('/api/players', ['bo’s'])
    await keepFor({ ...ANNA, coach: null })
    expect(owner()).toBeNull()
    await expect(look('/api/players')).rejects.toThrow()
    // Signed out, nothing is kept at all.
    answers(['nobody’s'])
    await look('/api/players')
    isSilent()
    await expect(look('/api/players')).rejects.toThrow()
  })

  it('keeps no question of the moment, and nothing that is asked to change something', () => {
    for (const path of ['/api/health', '/api/session', '/api/mast', '/api/monitor', '/api/search?q=a'])
      expect(nameOf('GET', at(path), '')).toBeNull()
    expect(nameOf('POST', at('/api/players'), '{}')).toBeNull()
    expect(nameOf('PUT', at('/api/book/1'), '{}')).toBeNull()
    expect(nameOf('POST', at('/api/cards/stream'), '{}')).not.toBeNull()
    expect(nameOf('POST', at('/api/plan'), '{"player_id":"tove","only":[]}')?.kind).toBe('plan')
    expect(nameOf('POST', at('/api/plan'), '{"player_id":"tove","only":["54~glide"]}')).toBeNull()
    expect(nameOf('GET', at('/api/practices/1'), '')?.key).toBe('/api/practices/1')
  })

  it('takes up once what was asked while the scripts came, and asks again where that was refused', async () => {
    answers(['asked now'])
    const told = (status: number) =>
      Promise.resolve(new Response(JSON.stringify(['asked early']), { status }))
    const sinceOpened = vi.spyOn(performance, 'now').mockReturnValue(800)
    asked.early = new Map([
      ['GET /api/players', told(200)],
      ['GET /api/settings', told(401)],
      ['GET /api/days', told(200)],
    ])
    expect(await look('/api/players')).toEqual(['asked early'])
    expect(await look('/api/players')).toEqual(['asked now'])
    expect(await look('/api/settings')).toEqual(['asked now'])
    sinceOpened.mockReturnValue(10_001)
    expect(await look('/api/days')).toEqual(['asked now'])
    sinceOpened.mockRestore()
    delete asked.early
  })
})

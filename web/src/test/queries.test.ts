import { waitFor } from '@testing-library/react'
import { QueryObserver } from '@tanstack/react-query'
import { describe, expect, it, vi } from 'vitest'
import { Queries } from '../api/queries'

describe('what is looked at again', () => {
  it('is asked again where its first answer is still on its way', async () => {
    const queries = new Queries()
    const answers: ((told: string) => void)[] = []
    const asked = vi.fn(() => new Promise<string>((done) => answers.push(done)))
    const seen = new QueryObserver(queries, { queryKey: ['book', 'page'], queryFn: asked, retry: false })
    const leave = seen.subscribe(() => undefined)
    expect(asked).toHaveBeenCalledTimes(1)
    const again = queries.invalidateQueries({ queryKey: ['book'] })
    await waitFor(() => expect(asked).toHaveBeenCalledTimes(2))
    answers[0]?.('1 to 1 of 1')
    answers[1]?.('1 to 2 of 2')
    await again
    expect(seen.getCurrentResult()).toMatchObject({ data: '1 to 2 of 2', status: 'success', error: null })
    leave()
  })

  it('leaves alone what was asked for something else', async () => {
    const queries = new Queries()
    const asked = vi.fn(() => Promise.resolve('Tove'))
    const seen = new QueryObserver(queries, { queryKey: ['players'], queryFn: asked })
    const leave = seen.subscribe(() => undefined)
    await queries.invalidateQueries({ queryKey: ['book'] })
    await waitFor(() => expect(seen.getCurrentResult().data).toBe('Tove'))
    expect(asked).toHaveBeenCalledTimes(1)
    leave()
  })
})

import { afterEach, describe, expect, it, vi } from 'vitest'
import { RefusedError, type PlanRequest, type PlanResponse } from '../api/client'
import { streamPlan } from '../api/stream'
import { START } from '../shot/reading'
import { toRequest } from '../shot/request'
import { sampleCall, samplePlan } from './sample'

const REQUEST: PlanRequest = toRequest({ ...START, player: 'tove' })
const FAST = samplePlan([sampleCall()], { has_risk: false })
const FULL = samplePlan([sampleCall({ strokes: 2.5 })])

/** A server that sends these pieces of text one after the other. */
function serve(pieces: string[], status = 200) {
  const bytes = new TextEncoder()
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      for (const piece of pieces) controller.enqueue(bytes.encode(piece))
      controller.close()
    },
  })
  vi.stubGlobal('fetch', vi.fn().mockResolvedValue(new Response(body, { status })))
}

async function ask() {
  const stages: PlanResponse[] = []
  const last = await streamPlan(REQUEST, new AbortController().signal, (plan) => stages.push(plan))
  return { stages, last }
}

afterEach(() => vi.unstubAllGlobals())

describe('a plan in stages', () => {
  it('tells the first stage at once and answers with the last', async () => {
    serve([`${JSON.stringify(FAST)}\n`, `${JSON.stringify(FULL)}\n`])
    const { stages, last } = await ask()
    expect(stages[0]?.has_risk).toBe(false)
    expect(last).toEqual(FULL)
  })

  it('puts together lines that come in pieces, and two lines in one piece', async () => {
    const text = `${JSON.stringify(FAST)}\n${JSON.stringify(FULL)}\n`
    serve([text.slice(0, 100), text.slice(100, 900), text.slice(900)])
    expect((await ask()).last).toEqual(FULL)
    serve([text])
    expect((await ask()).last).toEqual(FULL)
  })

  it('takes a single stage without a line end', async () => {
    serve([JSON.stringify(FULL)])
    expect((await ask()).last).toEqual(FULL)
  })

  it('throws what the server refused', async () => {
    const items = [{ field: 'line.flag_m', problem: 'is out of range.', fix: 'Give 2 to 230.' }]
    serve([JSON.stringify({ errors: items })], 422)
    await expect(ask()).rejects.toThrow(RefusedError)
    serve(['<html>'], 502)
    await expect(ask()).rejects.toThrow('Veltrin can’t be reached')
    serve(['<html>'], 500)
    await expect(ask()).rejects.toThrow('no usable answer')
    serve([])
    await expect(ask()).rejects.toThrow('no usable answer')
  })
})

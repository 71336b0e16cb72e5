import { unwrap, type PlanRequest, type PlanResponse } from './client'

/**
 * Ask for a plan in stages: one JSON line each. Every stage goes to `onStage` as it comes; the last is the answer.
 * Throws what the server refused, like any other call.
 */
export async function streamPlan(
  request: PlanRequest,
  signal: AbortSignal,
  onStage: (plan: PlanResponse) => void,
): Promise<PlanResponse> {
  const answer = await fetch('/api/plan/stream', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(request),
    signal,
  })
  if (!answer.ok || !answer.body)
    return unwrap<PlanResponse>({ error: await answer.json().catch(() => null) })
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  let last: PlanResponse | null = null
  for (;;) {
    const { done, value } = await reader.read()
    const lines = (rest + (value ?? '')).split('\n')
    rest = done ? '' : (lines.pop() ?? '')
    for (const line of lines.filter((text) => text !== '')) {
      last = JSON.parse(line) as PlanResponse
      onStage(last)
    }
    if (done) break
  }
  if (!last) throw new Error('The server gave no usable answer. Is it still running?')
  return last
}

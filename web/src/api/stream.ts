import { ask } from './kept'
import { ORIGIN, unwrap, type PlanRequest, type PlanResponse } from './client'

/**
 * Ask for an answer in stages: one JSON line each. Every stage goes to `onStage` as it comes; the last is the answer.
 * Throws what the server refused, like any other call.
 */
export const streamLines = <T>(
  path: string,
  body: unknown,
  signal: AbortSignal,
  onStage: (stage: T) => void,
): Promise<T> => streamBody(path, JSON.stringify(body), 'application/json', signal, onStage)

/** The same of a file that is sent as it is. */
export const streamFile = <T>(
  path: string,
  file: File,
  signal: AbortSignal,
  onStage: (stage: T) => void,
): Promise<T> => streamBody(path, file, file.type || 'application/zip', signal, onStage)

async function streamBody<T>(
  path: string,
  body: BodyInit,
  kind: string,
  signal: AbortSignal,
  onStage: (stage: T) => void,
): Promise<T> {
  const address = new URL(path, ORIGIN)
  const answer = await ask(
    new Request(address, { method: 'POST', headers: { 'content-type': kind }, body, signal }),
  )
  if (!answer.ok || !answer.body) return unwrap<T>({ error: await answer.json().catch(() => null) })
  const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader()
  let rest = ''
  let last: T | null = null
  for (;;) {
    const { done, value } = await reader.read()
    const lines = (rest + (value ?? '')).split('\n')
    rest = done ? '' : (lines.pop() ?? '')
    for (const line of lines.filter((text) => text !== '')) {
      last = JSON.parse(line) as T
      onStage(last)
    }
    if (done) break
  }
  if (last === null) throw new Error('Veltrin gave no usable answer. Check that it is still running.')
  return last
}

/** A plan: first the calls, then with the risk from many strikes. */
export const streamPlan = (
  request: PlanRequest,
  signal: AbortSignal,
  onStage: (plan: PlanResponse) => void,
): Promise<PlanResponse> => streamLines('/api/plan/stream', request, signal, onStage)

import { clear, createStore, delMany, get, setMany, update, type UseStore } from 'idb-keyval'
import { found, lost } from '../lib/away'
import type { components } from './generated'

// What this browser keeps of the server's answers, for when nobody answers: the network is always asked first. It is
// one coach's at a time, and wiped when that coach signs out.

/** How many answers of a kind are kept. */
const MOST = { plan: 12, made: 8, looked: 150 } as const
type Kind = keyof typeof MOST

type Session = components['schemas']['SessionOut']
type PlanRequest = components['schemas']['PlanRequest']

/** Whose answers are kept here: what the server said of who is signed in. */
const OWNER = 'veltrin.kept-for'
const INDEX = ' index'
const LAST_PLAN = ' last plan'

interface KeptAnswer {
  at: number
  text: string
  /** Whose plan it is. */
  player?: string
}
type Index = Record<string, { at: number; kind: Kind }>

// What stays a question of this moment (is anybody there, what does the mast say), or is asked to change something.
const NOT_KEPT = /^\/api\/(health|session|mast|monitor|copies|take|search|imports|export|photographs)/
const MADE = /^\/api\/(cards\/stream|schools|day-sheet|two-days|prepare|practice)$/
const PLANNED = /^\/api\/plan(\/stream)?$/

let store: UseStore | null = null
/** The number counts the shapes of answers: what an earlier page kept can't be shown by this one. */
function opened(): UseStore {
  indexedDB.deleteDatabase('veltrin')
  return createStore('veltrin-2', 'answers')
}
const answers = () => (store ??= opened())

let isOwned: () => void = () => undefined
const owned = new Promise<void>((resolve) => (isOwned = resolve))

/** Who was signed in when somebody answered last; null: nobody, and nothing is kept. */
export function owner(): Session | null {
  const told = localStorage.getItem(OWNER)
  return told === null ? null : (JSON.parse(told) as Session)
}

/** Forget every kept answer: something was deleted that they may tell of. */
export const forgetAnswers = () => clear(answers())

/** Forget every kept answer, and whose they were. */
export async function wipe(): Promise<void> {
  localStorage.removeItem(OWNER)
  await forgetAnswers()
}

/** It is this coach's answers that are kept from now on; what was another's is forgotten. */
export async function keepFor(session: Session): Promise<void> {
  if (session.needed && session.coach === null) await wipe()
  else {
    if (owner()?.coach !== session.coach) await wipe()
    localStorage.setItem(OWNER, JSON.stringify(session))
  }
  isOwned()
}

const isWholePlan = (text: string) => (JSON.parse(text) as { has_risk?: boolean }).has_risk === true

interface Name {
  kind: Kind
  key: string
  player?: string
}

/** Under what an answer is kept; null: it is not. */
export function nameOf(method: string, url: string, body: string): Name | null {
  const { pathname, search } = new URL(url)
  if (method === 'GET' && !NOT_KEPT.test(pathname)) return { kind: 'looked', key: pathname + search }
  if (method !== 'POST') return null
  if (PLANNED.test(pathname)) {
    const question = JSON.parse(body) as PlanRequest
    // A fast answer of some calls is none to keep: it comes with every move of a hand.
    if ((question.only ?? []).length > 0) return null
    // Which call stands first on the page already is no part of the question.
    const key = `plan ${JSON.stringify({ ...question, shown_id: null })}`
    return { kind: 'plan', key, player: String(question.player_id) }
  }
  return MADE.test(pathname) ? { kind: 'made', key: `${pathname} ${body}` } : null
}

async function keep({ kind, key, ...whose }: Name, told: string): Promise<void> {
  // Of a plan that comes in stages the last one is the answer.
  const text = kind === 'plan' ? (told.trim().split('\n').at(-1) ?? '') : told
  await owned
  if (owner() === null || (kind === 'plan' && !isWholePlan(text))) return
  const at = Date.now()
  const answer: KeptAnswer = { at, text, ...whose }
  await setMany(
    kind === 'plan'
      ? [
          [key, answer],
          [LAST_PLAN, answer],
        ]
      : [[key, answer]],
    answers(),
  )
  const tooMany: string[] = []
  await update<Index>(
    INDEX,
    (before) => {
      const index: Index = { ...before, [key]: { at, kind } }
      const ofKind = Object.entries(index)
        .filter(([, one]) => one.kind === kind)
        .sort(([, a], [, b]) => b.at - a.at)
      tooMany.push(...ofKind.slice(MOST[kind]).map(([old]) => old))
      return Object.fromEntries(Object.entries(index).filter(([name]) => !tooMany.includes(name)))
    },
    answers(),
  )
  await delMany(tooMany, answers())
}

async function keptUnder(key: string): Promise<KeptAnswer | undefined> {
  try {
    return await get<KeptAnswer>(key, answers())
  } catch {
    // A browser that keeps nothing (a private window, a full disk) is one that has kept nothing.
    return undefined
  }
}

/** The last whole plan that this browser was told, as text; null: it was of another player, or none is kept. */
export async function lastPlan(player: string): Promise<string | null> {
  const known = await keptUnder(LAST_PLAN)
  if (known?.player !== player) return null
  lost(known.at)
  return known.text
}

/** What is asked to hear whether anybody is there. */
const THERE = '/api/health'

const isStopped = (error: unknown) => error instanceof DOMException && error.name === 'AbortError'
/** What stands before the server says that nobody is behind it. */
const isNobody = (status: number) => status === 502 || status === 504

/** What was asked while the scripts came (public/early.js), by method, path and body. */
export const asked = globalThis as { early?: Map<string, Promise<Response>> }

/** An early answer that nobody took up for so long (ms since the page was opened) is an old one. */
const EARLY_MS = 10_000

/** The answer to a question that was asked already; it is taken up once. */
function early(request: Request, body: string): Promise<Response> | undefined {
  if (performance.now() > EARLY_MS) return undefined
  const key = `${request.method} ${new URL(request.url).pathname}${body && ` ${body}`}`
  const known = asked.early?.get(key)
  asked.early?.delete(key)
  return known
}

/** Let the next page ask this at once, where it is opened at this address. */
export const askEarly = (body: string) =>
  localStorage.setItem('veltrin.asked', JSON.stringify({ search: window.location.search, body }))

/**
 * Ask the server; where nobody answers, what this browser keeps of the same question answers, and the page is told
 * since when that stands. Throws as fetch does where nothing is kept.
 */
export async function ask(request: Request): Promise<Response> {
  const body = request.method === 'POST' && isJson(request) ? await request.clone().text() : ''
  const name = request.method === 'POST' && body === '' ? null : nameOf(request.method, request.url, body)
  try {
    const told = await early(request, body)
    const answer = told?.ok ? told : await fetch(request)
    if (isNobody(answer.status)) throw new TypeError(`Veltrin can’t be reached (${answer.status}).`)
    // One question alone says that somebody is there again: where one address answers and another doesn't, the page would
    // else go to and fro between the two.
    if (new URL(request.url).pathname === THERE) found()
    if (name && answer.ok) {
      const copy = answer.clone()
      // What can't be kept (a full disk, a private window) is no reason to fail.
      void copy
        .text()
        .then((text) => keep(name, text))
        .catch(() => undefined)
    }
    return answer
  } catch (error) {
    if (isStopped(error)) throw error
    const known = name && (await keptUnder(name.key))
    lost(known ? known.at : null)
    if (!known) throw error
    return new Response(known.text, { headers: { 'content-type': 'application/json' } })
  }
}

const isJson = (request: Request) => (request.headers.get('content-type') ?? '').includes('json')

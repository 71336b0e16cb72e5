import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { RefusedError, type Call, type PlanResponse } from '../api/client'
import { askEarly } from '../api/kept'
import { useAway } from '../lib/away'
import { type Reading } from './reading'
import { toRequest } from './request'
import { useBench } from './store'
import { useSettled } from '../lib/use-settled'
import { planQuery, lastPlanQuery, fetchPlan } from './api'

/** How long a reading has to stand still until the whole plan is asked: in the hand it may yet move on. */
const HELD_MS = 160
const LOOSE_MS = 40
/** When nobody answered, it is asked again by itself. */
const AGAIN_MS = 3_000

interface Told<In, Out> {
  of: In
  answer: Out
}

/**
 * What was answered last. One question is under way at a time: what is wanted in the meantime waits, and only the newest of
 * it is asked. Asking again at every move would break off each answer before it comes.
 */
export function useNewest<In, Out>(wanted: In | null, ask: (body: In) => Promise<Out>): Told<In, Out> | null {
  const [told, setTold] = useState<Told<In, Out> | null>(null)
  const line = useRef<{ next: In | null; isAsking: boolean }>({ next: null, isAsking: false })
  useEffect(() => {
    const { current } = line
    current.next = wanted
    const run = async () => {
      if (current.isAsking) return
      current.isAsking = true
      while (current.next !== null) {
        const of = current.next
        current.next = null
        // Who isn't answered while a reading moves is answered, or told why not, when it stands.
        const answer = await ask(of).catch(() => null)
        if (answer !== null) setTold({ of, answer })
      }
      current.isAsking = false
    }
    void run()
  }, [wanted, ask])
  return told
}

/** Put freshly worked-out calls in the place of their older selves. */
export function merge(plan: PlanResponse, fresh: Call[]): PlanResponse {
  const byId = new Map(fresh.map((call) => [call.id, call]))
  return { ...plan, calls: plan.calls.map((old) => byId.get(old.id) ?? old) }
}

/** Ids worth the fast answer: what is drawn now. */
export function drawnIds(plan: PlanResponse | undefined, chosen: string): string[] {
  const ids = [chosen, plan?.first_id, plan?.second_id]
  return [...new Set(ids.filter((id): id is string => typeof id === 'string' && id !== ''))]
}

interface Kept {
  plan: PlanResponse
  of: Reading
  /** The fast answer that was there already: it is older than this plan. */
  fast: unknown
}

/**
 * The plan for a reading. While the reading is still moving, only the drawn calls are worked out again (fast answer);
 * once it stands still the whole plan follows. The last plan stays, marked old, until there is a newer one.
 */
export function usePlan(reading: Reading) {
  const isHeld = useBench((state) => state.held !== null)
  const settled = useSettled(reading, isHeld ? HELD_MS : LOOSE_MS)
  const ready = settled.player !== ''
  // Let go, the answer is the reading's own: anyone who opens its address sees the same.
  const standing = useBench((state) => (state.held === null ? null : state.first))
  const full = useQuery({
    ...planQuery(ready ? toRequest(settled) : null, standing),
    // What the server refuses stays refused until the reading changes; a server that is away may come back.
    refetchInterval: ({ state }) =>
      state.error && !(state.error instanceof RefusedError) ? AGAIN_MS : false,
  })
  const [kept, setKept] = useState<Kept | null>(null)
  const answered = full.data
  const isAway = useAway((state) => state.isAway)
  const ofPage = kept?.of.player === reading.player ? kept.plan : undefined
  // A page that is opened where nobody answers begins with what was told last.
  const told = useQuery({
    ...lastPlanQuery(reading.player),
    enabled: ready && isAway && ofPage === undefined,
  })
  const last = ofPage ?? (isAway ? (told.data ?? undefined) : undefined)
  const asked = drawnIds(last, reading.call).join()
  // A typed value is answered whole at once; in the hand the figures follow in the meantime.
  const isMoving = isHeld && reading !== settled && ready && asked !== ''
  const wanted = useMemo(
    () =>
      isMoving ? { ...toRequest({ ...reading, call: '' }, asked.split(',')), shown_id: standing } : null,
    [reading, isMoving, asked, standing],
  )
  const fast = useNewest(wanted, fetchPlan)
  const isStale = kept?.plan !== answered || kept?.of !== settled || kept.fast !== fast
  if (answered && reading === settled && isStale) setKept({ plan: answered, of: settled, fast })
  useEffect(() => {
    if (!answered) return
    useBench.getState().stands(answered.first_id ?? null)
    askEarly(JSON.stringify(toRequest(settled)))
  }, [answered, settled])

  // The answer to what moved last stays until the whole plan of the same reading is there.
  const isFast = fast !== null && fast !== kept?.fast && fast.of.player_id === reading.player
  const plan = useMemo(() => (last && isFast ? merge(last, fast.answer.calls) : last), [last, isFast, fast])
  const isCurrent = answered !== undefined && answered.has_risk && reading === settled
  const isUnanswered = full.error !== null || full.failureCount > 0
  const isOld = plan !== undefined && answered === undefined && isUnanswered
  return {
    plan,
    /** Whether it answers the reading as it stands, whole: only then is it booked or kept. */
    isCurrent,
    /** Whether its figures are of a reading that is no more, and nobody answers for the new one. */
    isOld,
    /** Whether a shot may be booked for this reading with a call that was made for another: nobody answers. */
    isForFormer: isOld && isAway && reading === settled,
    error: full.error,
    retry: () => void full.refetch(),
    isSettling: !isCurrent && !isUnanswered,
  }
}

import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import type { Call, PlanResponse } from '../api/client'
import { planQuery } from '../api/queries'
import { type Reading } from './reading'
import { toRequest } from './request'
import { useBench } from './store'

const SETTLE_MS = 160
const FAST_MS = 45

/** The value as it was when it last stood still for `ms`. */
function useSettled<T>(value: T, ms: number): T {
  const [settled, setSettled] = useState(value)
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), ms)
    return () => clearTimeout(timer)
  }, [value, ms])
  return settled
}

/** The value, let through at most every `ms`. */
function useThrottled<T>(value: T, ms: number): T {
  const [through, setThrough] = useState(value)
  const last = useRef(0)
  useEffect(() => {
    const wait = Math.max(0, last.current + ms - performance.now())
    const timer = setTimeout(() => {
      last.current = performance.now()
      setThrough(value)
    }, wait)
    return () => clearTimeout(timer)
  }, [value, ms])
  return through
}

/** A fresh call with the scatter of its older self: many strikes follow with the whole plan. */
function withScatter(fresh: Call, old: Call): Call {
  if (fresh.spread) return fresh
  const detail = fresh.detail && { ...fresh.detail, ends: old.detail?.ends ?? [] }
  return { ...fresh, spread: old.spread, leave_m: old.leave_m, detail }
}

/** Put freshly worked-out calls in the place of their older selves. */
export function merge(plan: PlanResponse, fresh: Call[]): PlanResponse {
  const byId = new Map(fresh.map((call) => [call.id, call]))
  const calls = plan.calls.map((old) => {
    const call = byId.get(old.id)
    return call ? withScatter(call, old) : old
  })
  return { ...plan, calls }
}

/** Ids worth the fast answer: what is drawn now. */
export function drawnIds(plan: PlanResponse | undefined, chosen: string): string[] {
  const ids = [chosen, plan?.first_id, plan?.second_id]
  return [...new Set(ids.filter((id): id is string => typeof id === 'string' && id !== ''))]
}

/**
 * The plan for a reading. While the reading is still moving, only the drawn calls are worked out again (fast answer);
 * once it stands still the whole plan follows.
 */
export function usePlan(reading: Reading) {
  const settled = useSettled(reading, SETTLE_MS)
  const moving = useThrottled(reading, FAST_MS)
  const ready = settled.player !== ''
  // Let go, the answer is the reading's own: whoever opens its address sees the same.
  const standing = useBench((state) => (state.held === null ? null : state.first))
  const full = useQuery(planQuery(ready ? toRequest(settled) : null, standing))
  useEffect(() => {
    if (!full.isPlaceholderData) useBench.getState().stands(full.data?.first_id ?? null)
  }, [full.data, full.isPlaceholderData])
  const ids = drawnIds(full.data, reading.call)
  const isMoving = moving !== settled && ready && ids.length > 0
  const fast = useQuery({
    ...planQuery(isMoving ? toRequest({ ...moving, call: '' }, ids) : null),
    placeholderData: keepPreviousData,
  })
  const plan = useMemo(() => {
    if (!full.data) return undefined
    return isMoving && fast.data ? merge(full.data, fast.data.calls) : full.data
  }, [full.data, fast.data, isMoving])
  return {
    plan,
    error: full.error,
    retry: () => void full.refetch(),
    isSettling: isMoving || full.isFetching,
  }
}

import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import { create } from 'zustand'
import { type Landed, type Monitor } from '../api/client'
import { monitorQuery, useFollowMonitor, useReadyMonitor } from './api'

/** Which of the monitor's shots have been dealt with; it outlives the place that shows them. */
const useHandled = create<{ from: number; seq: number }>()(() => ({ from: -1, seq: -1 }))

/** Hear the launch monitor: its state, the shots that nobody has dealt with yet, and what to tell it. */
export function useMonitor() {
  const monitor = useQuery(monitorQuery)
  const handled = useHandled((state) => state.seq)
  const told = monitor.data
  useEffect(() => {
    // What landed before this page was opened is nobody's.
    if (!told || useHandled.getState().seq >= 0) return
    const seq = told.shots.at(-1)?.seq ?? 0
    useHandled.setState({ from: seq, seq })
  }, [told])
  const follow = useFollowMonitor()
  const ready = useReadyMonitor()
  return {
    monitor: told,
    fresh: handled < 0 ? [] : (told?.shots ?? []).filter((shot) => shot.seq > handled),
    error: monitor.error ?? follow.error ?? ready.error,
    follow: (on: boolean) => follow.mutate(on),
    ready: ready.mutate,
    handle: (seq: number) => useHandled.setState((state) => ({ seq: Math.max(state.seq, seq) })),
  }
}

export type MonitorDesk = ReturnType<typeof useMonitor>

/** Give every shot that lands to `onShot` while there is one; the last few that were. */
export function useShots(desk: MonitorDesk, onShot: ((shot: Landed) => void) | null): Landed[] {
  const { monitor, fresh, handle } = desk
  const { from, seq } = useHandled()
  useEffect(() => {
    if (!onShot || fresh.length === 0) return
    for (const shot of fresh) {
      // Dealt with first: drawing the page again must not book it twice.
      handle(shot.seq)
      onShot(shot)
    }
  }, [fresh, handle, onShot])
  return (monitor?.shots ?? [])
    .filter((shot) => shot.seq > from && shot.seq <= seq)
    .slice(-8)
    .reverse()
}

/** The link in words. */
export function monitorWords(monitor: Monitor | undefined): string {
  switch (monitor?.state) {
    case 'live':
      return monitor.meant ? `live, expecting the ${monitor.meant}` : 'live; choose what the shots are for'
    case 'connecting':
      return 'looking for the monitor'
    case 'lost':
    case 'stale':
      return monitor.problem || 'lost'
    default:
      return 'not connected'
  }
}

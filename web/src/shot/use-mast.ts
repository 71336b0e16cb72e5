import { useQuery } from '@tanstack/react-query'
import { useEffect } from 'react'
import type { Mast } from '../api/client'
import { fromMast } from './mast'
import { useBench } from './store'
import { mastQuery } from '../devices/api'

/** Hear the mast while it is followed, and let it drive the wind and the air. */
export function useMast(): Mast | undefined {
  const mast = useQuery(mastQuery)
  const told = mast.data
  useEffect(() => {
    if (!told) return
    const { history, follow } = useBench.getState()
    const patch = fromMast(told, history.present)
    if (patch) follow(patch)
  }, [told])
  return told
}

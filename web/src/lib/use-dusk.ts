import { useEffect } from 'react'
import { create } from 'zustand'

const KEY = 'veltrin-page'

function atStart(): boolean {
  const stored = window.localStorage.getItem(KEY)
  if (stored) return stored === 'dusk'
  return window.matchMedia('(prefers-color-scheme: dark)').matches
}

const usePage = create<{ isDusk: boolean }>()(() => ({ isDusk: atStart() }))

/** Paper or dusk; follows the system until the coach chooses. */
export function useDusk() {
  const isDusk = usePage((state) => state.isDusk)
  useEffect(() => {
    document.documentElement.dataset.theme = isDusk ? 'dusk' : 'paper'
  }, [isDusk])
  const toggle = () => {
    window.localStorage.setItem(KEY, isDusk ? 'paper' : 'dusk')
    usePage.setState({ isDusk: !isDusk })
  }
  return { isDusk, toggle }
}

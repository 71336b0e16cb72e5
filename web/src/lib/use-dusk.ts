import { useEffect } from 'react'
import { create } from 'zustand'

const KEY = 'veltrin-page'
const DARK = '(prefers-color-scheme: dark)'

export type Theme = 'system' | 'paper' | 'dusk'

function atStart(): Theme {
  const stored = window.localStorage.getItem(KEY)
  return stored === 'dusk' || stored === 'paper' ? stored : 'system'
}

const usePage = create<{ theme: Theme; isDark: boolean }>()(() => ({
  theme: atStart(),
  isDark: window.matchMedia(DARK).matches,
}))

/** Light, dusk, or as the system has it, also when that changes. */
export function useDusk() {
  const { theme, isDark } = usePage()
  const isDusk = theme === 'system' ? isDark : theme === 'dusk'
  useEffect(() => {
    const system = window.matchMedia(DARK)
    const follow = () => usePage.setState({ isDark: system.matches })
    system.addEventListener('change', follow)
    return () => system.removeEventListener('change', follow)
  }, [])
  useEffect(() => {
    document.documentElement.dataset.theme = isDusk ? 'dusk' : 'paper'
  }, [isDusk])
  const choose = (next: Theme) => {
    if (next === 'system') window.localStorage.removeItem(KEY)
    else window.localStorage.setItem(KEY, next)
    usePage.setState({ theme: next })
  }
  return { theme, isDusk, choose }
}

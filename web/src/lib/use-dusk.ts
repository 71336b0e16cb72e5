import { useEffect, useState } from 'react'

const KEY = 'veltrin-page'

function atStart(): boolean {
  const stored = window.localStorage.getItem(KEY)
  if (stored) return stored === 'dusk'
  return window.matchMedia('(prefers-color-scheme: dark)').matches
}

/** Paper or dusk; follows the system until the coach chooses. */
export function useDusk() {
  const [isDusk, setDusk] = useState(atStart)
  useEffect(() => {
    document.documentElement.dataset.theme = isDusk ? 'dusk' : 'paper'
  }, [isDusk])
  const toggle = () => {
    window.localStorage.setItem(KEY, isDusk ? 'paper' : 'dusk')
    setDusk(!isDusk)
  }
  return { isDusk, toggle }
}

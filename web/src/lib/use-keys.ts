import { useEffect } from 'react'

export interface KeyAction {
  key: string
  words: string
  run: () => void
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  )
}

/** Single-letter keys; silent while somebody types, and whenever a modifier is held (those are the browser's). */
export function useKeys(actions: KeyAction[]) {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
      if (document.querySelector('[role="dialog"],[role="listbox"]')) return
      const action = actions.find((a) => a.key === event.key.toLowerCase())
      if (!action) return
      event.preventDefault()
      action.run()
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [actions])
}

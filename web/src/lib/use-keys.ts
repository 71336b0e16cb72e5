import { useEffect } from 'react'
import type { KeyActions, KeyName } from './keys'

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  )
}

/** Single-letter keys; silent while somebody types, and whenever a modifier is held (those are the browser's). */
export function useKeys(actions: KeyActions) {
  useEffect(() => {
    const onKeyDown = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
      if (document.querySelector('[role="dialog"],[role="listbox"],[role="menu"]')) return
      const action = actions[event.key.toUpperCase() as KeyName]
      if (!action) return
      event.preventDefault()
      action()
    }
    window.addEventListener('keydown', onKeyDown)
    return () => window.removeEventListener('keydown', onKeyDown)
  }, [actions])
}

import { useEffect } from 'react'
import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { useDesk } from './desk'
import type { KeyActions, KeyName } from './keys'

/** Whether single letters do something; who dictates, or presses keys by mistake, turns them off. */
interface Switch {
  areOn: boolean
}

const useSwitch = create<Switch>()(persist((): Switch => ({ areOn: true }), { name: 'veltrin.keys' }))

export const useLetterKeys = () => ({
  areOn: useSwitch((state) => state.areOn),
  turn: (areOn: boolean) => useSwitch.setState({ areOn }),
})

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
      if (!useSwitch.getState().areOn) return
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
      // A sheet that is laid takes what is typed, also before it is there.
      if (useDesk.getState().sheet !== null) return
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

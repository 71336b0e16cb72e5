import { create } from 'zustand'

const KEY = 'veltrin.read-out'

interface SpeechState {
  isOn: boolean
  toggle: () => void
}

/** Whether the next lie is read out; kept for the next session. */
export const useSpeech = create<SpeechState>()((set, get) => ({
  isOn: localStorage.getItem(KEY) === 'yes',
  toggle: () => {
    const isOn = !get().isOn
    localStorage.setItem(KEY, isOn ? 'yes' : 'no')
    set({ isOn })
    if (!isOn && 'speechSynthesis' in window) window.speechSynthesis.cancel()
  },
}))

/** Read something out by the device's own voice, if that is wanted and there is one. */
export function say(words: string) {
  if (!useSpeech.getState().isOn || !('speechSynthesis' in window)) return
  window.speechSynthesis.cancel()
  window.speechSynthesis.speak(new SpeechSynthesisUtterance(words))
}

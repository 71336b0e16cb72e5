import { useState, type ReactNode } from 'react'

interface AskFirstProps {
  /** What is pressed first, how it looks, and what it is called if that isn't what it says. */
  words: ReactNode
  look?: string
  label?: string
  /** The question, what says yes, what says no. */
  question: ReactNode
  yes: string
  onYes: () => void
}

/** For what has no way back: the first press asks, the second does it. */
export function AskFirst({ words, look = 'press', label, question, yes, onYes }: AskFirstProps) {
  const [asks, setAsks] = useState(false)
  if (!asks)
    return (
      <button type="button" className={look} aria-label={label} onClick={() => setAsks(true)}>
        {words}
      </button>
    )
  return (
    <span className="flex flex-wrap items-center gap-2">
      {question}
      <button
        type="button"
        className="press"
        onClick={() => {
          setAsks(false)
          onYes()
        }}
      >
        {yes}
      </button>
      <button type="button" className="press" onClick={() => setAsks(false)}>
        Keep
      </button>
    </span>
  )
}

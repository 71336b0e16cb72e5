import type { CSSProperties } from 'react'

/** Which part of a slider is filled: from zero where it goes both ways, else from its low end. */
export function filled(low: number, high: number, value: number): CSSProperties {
  const share = (at: number) => (100 * (at - low)) / Math.max(high - low, 1e-9)
  const [from, to] = [share(Math.max(low, Math.min(0, high))), share(value)].sort((a, b) => a - b)
  return { '--fill-from': `${from}%`, '--fill-to': `${to}%` } as CSSProperties
}

/** A slider that says nothing yet: no part of it is filled. */
const UNSAID = { '--fill-from': '0%', '--fill-to': '0%', opacity: 0.6 } as CSSProperties

interface ReadSliderProps {
  label: string
  /** The value in words, or that there is none. */
  words: string
  range: readonly [number, number]
  step: number
  /** Null: nothing is said yet; the knob stands at `start`. */
  value: number | null
  start: number
  className?: string
  onChange: (value: number) => void
}

/** A slider for a reading that counts only once it was touched: level is a reading too, and a press says so. */
export function ReadSlider({
  label,
  words,
  range,
  step,
  value,
  start,
  className = '',
  onChange,
}: ReadSliderProps) {
  const [low, high] = range
  const say = (text: string) => onChange(Number(text))
  return (
    <label className={`block py-1 ${className}`}>
      <span className="flex items-baseline justify-between gap-3">
        <span>{label}</span>
        <b className={`figure text-right ${value === null ? 'font-normal text-quiet' : ''}`}>{words}</b>
      </span>
      <input
        type="range"
        className="block h-8 w-full"
        style={value === null ? UNSAID : filled(low, high, value)}
        min={low}
        max={high}
        step={step}
        value={value ?? start}
        aria-valuetext={words}
        onChange={(event) => say(event.target.value)}
        onPointerUp={(event) => say(event.currentTarget.value)}
        onKeyDown={(event) => event.key === 'Enter' && say(event.currentTarget.value)}
      />
    </label>
  )
}

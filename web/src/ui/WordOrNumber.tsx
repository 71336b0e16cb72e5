import { Choice } from './Choice'

interface WordOrNumberProps<T extends string> {
  label: string
  value: T | number
  options: readonly { value: T; words: string }[]
  /** How a number between the words is told. */
  told: (value: number) => string
  onChange: (value: T) => void
}

const NUMBER = 'a number'

/** A choice of words that holds a number read elsewhere until a word is chosen. */
export function WordOrNumber<T extends string>({
  value,
  options,
  told,
  onChange,
  label,
}: WordOrNumberProps<T>) {
  const isNumber = typeof value === 'number'
  return (
    <Choice<T | typeof NUMBER>
      label={label}
      value={isNumber ? NUMBER : value}
      options={isNumber ? [{ value: NUMBER, words: told(value) }, ...options] : options}
      onChange={(next) => {
        if (next !== NUMBER) onChange(next)
      }}
    />
  )
}

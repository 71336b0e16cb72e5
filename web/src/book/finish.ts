/** Where a ball finished against what it was meant for: past it (short negative), right of the line; metres. */
export interface Finish {
  past: number
  side: number
  holed: boolean
}

const WORDS: Record<string, [keyof Omit<Finish, 'holed'>, number]> = {
  past: ['past', 1],
  long: ['past', 1],
  beyond: ['past', 1],
  short: ['past', -1],
  right: ['side', 1],
  r: ['side', 1],
  left: ['side', -1],
  l: ['side', -1],
}

/**
 * Read a finish as coaches say it: "pin high 2 left", "3 short 1 right", "holed", "2 past". Numbers are in the unit
 * whose size in metres is given. Null: it can't be read.
 */
export function parseFinish(text: string, unit: number): Finish | null {
  const plain = text
    .toLowerCase()
    .replace(/(\d),(\d)/g, '$1.$2')
    .replaceAll(',', ' ')
    .trim()
  if (plain === '') return null
  if (/^(holed|in|in the hole)$/.test(plain)) return { past: 0, side: 0, holed: true }
  const found: Finish = { past: 0, side: 0, holed: false }
  let rest = plain
  let seen = false
  const say = (pattern: RegExp) => {
    if (pattern.test(rest)) seen = true
    rest = rest.replace(pattern, ' ')
  }
  say(/pin[ -]?high|level with the flag/g)
  say(/stone dead|at the flag/g)
  const pair = /(\d+(?:\.\d+)?)\s*(?:m|yd|yards?|metres?)?\s*(past|long|beyond|short|right|left|r|l)\b/g
  for (const [, amount, word] of rest.matchAll(pair)) {
    const [key, sign] = WORDS[word ?? ''] ?? ['past', 1]
    found[key] = sign * Number(amount) * unit
    seen = true
  }
  rest = rest.replace(pair, ' ').replace(/\band\b/g, ' ')
  return seen && rest.trim() === '' ? found : null
}

/** The same in words. */
export function finishWords(finish: Finish, shown: (metres: number) => string): string {
  if (finish.holed) return 'holed'
  const words = [
    Math.abs(finish.past) < 0.25
      ? 'pin high'
      : `${shown(Math.abs(finish.past))} ${finish.past > 0 ? 'past' : 'short'}`,
    ...(Math.abs(finish.side) < 0.25
      ? []
      : [`${shown(Math.abs(finish.side))} ${finish.side > 0 ? 'right' : 'left'}`]),
  ]
  return words.length === 1 && words[0] === 'pin high' ? 'at the flag' : words.join(', ')
}

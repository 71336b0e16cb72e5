const LETTERS: readonly (readonly [RegExp, (m: RegExpMatchArray) => string])[] = [
  [/^(\d+)-iron/i, (m) => `${m[1] ?? ''}i`],
  [/^(\d+)-wood/i, (m) => `${m[1] ?? ''}w`],
  [/^(\d+)-hybrid/i, (m) => `${m[1] ?? ''}h`],
  [/^pitching wedge/i, () => 'PW'],
  [/wedge (\d+)/i, (m) => m[1] ?? ''],
  [/^putter/i, () => 'putter'],
  [/^driver/i, () => 'Dr'],
]

/** A club as it is written where there is little room: 7i, 3w, PW, 54. */
export function shortClub(name: string): string {
  for (const [pattern, say] of LETTERS) {
    const found = pattern.exec(name)
    if (found) return say(found)
  }
  return name
}

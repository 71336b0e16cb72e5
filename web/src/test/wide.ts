import { vi } from 'vitest'

/** Say how wide the page is: jsdom has no media queries. */
export function stubWidth(isWide: boolean) {
  vi.stubGlobal('matchMedia', () => ({
    matches: isWide,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }))
}

import { createElement, lazy, type ComponentType } from 'react'

interface Part<Props> {
  /** Fetch it before it is gone to. */
  fetchAhead: () => void
  View: ComponentType<Props>
}

const renewals = new Set<() => void>()

/** Let parts that could not be fetched be fetched again. */
export function renewParts() {
  for (const renew of renewals) renew()
  renewals.clear()
}

/** A part of the page that is fetched when it is needed. Where that failed it stays failed until it is renewed. */
export function part<Props extends object>(load: () => Promise<ComponentType<Props>>): Part<Props> {
  const made = () =>
    lazy(async () => {
      try {
        return { default: await load() }
      } catch (error) {
        renewals.add(() => (current = made()))
        throw error
      }
    })
  let current = made()
  const View = (props: Props) => createElement(current as unknown as ComponentType<Props>, props)
  return { fetchAhead: () => void load().catch(() => undefined), View }
}

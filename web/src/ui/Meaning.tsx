import type { Term } from '../lib/glossary'
import { part } from '../lib/part'
import { Explained } from './Explained'

// All words weigh more than what is needed to press one: fetched with the first.
export const meaning = part(async () => (await import('./MeaningText')).MeaningText)

/** A word that says what it means when it is pressed. */
export function Meaning({ of, children = of }: { of: Term; children?: string }) {
  return (
    <Explained label={`${children}: what does it mean?`} words={children} name="The meaning" width="w-64">
      {() => <meaning.View of={of} />}
    </Explained>
  )
}

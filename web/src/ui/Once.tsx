import { Suspense, useState, type ReactNode } from 'react'
import { renewParts } from '../lib/part'
import { Boundary } from './Boundary'

/** Shows nothing until it is wanted for the first time, and stays from then on: for parts that are fetched. */
export function Once({ when, name, children }: { when: boolean; name: string; children: ReactNode }) {
  const [isWanted, setWanted] = useState(when)
  if (when && !isWanted) setWanted(true)
  if (!isWanted) return null
  return (
    <Boundary name={name} onRetry={renewParts}>
      <Suspense fallback={null}>{children}</Suspense>
    </Boundary>
  )
}

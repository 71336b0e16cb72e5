import type { ReactNode } from 'react'

/** Title line of a panel: its name, and a quiet note at the right. */
export function Head({ title, note }: { title: string; note?: ReactNode }) {
  return (
    <header className="flex items-baseline justify-between gap-3 px-3.5 pt-1 pb-0.5">
      <h2 className="font-bold">{title}</h2>
      <span className="text-small text-quiet">{note}</span>
    </header>
  )
}

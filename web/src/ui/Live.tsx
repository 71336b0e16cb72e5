import { Children, type ReactNode } from 'react'

interface LiveProps {
  /** What is to be said; nothing: silence. */
  children: ReactNode
  /** Only while something is said. */
  className?: string
  as?: 'span' | 'p' | 'div'
}

/** Words that are read out as they come: the place for them is there before they are. */
export function Live({ children, className = '', as: Tag = 'span' }: LiveProps) {
  // Of several pieces each may be nothing: a place without words takes no room, on the screen or on paper.
  const isSilent = Children.toArray(children).every((piece) => piece === '')
  return (
    <Tag role="status" className={isSilent ? undefined : className}>
      {children}
    </Tag>
  )
}

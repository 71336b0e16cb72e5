import type { ReactNode } from 'react'

interface LiveProps {
  /** What is to be said; nothing: silence. */
  children: ReactNode
  /** Only while something is said. */
  className?: string
  as?: 'span' | 'p' | 'div'
}

/** Words that are read out as they come: the place for them is there before they are. */
export function Live({ children, className = '', as: Tag = 'span' }: LiveProps) {
  const isSilent = children === null || children === undefined || children === false || children === ''
  return (
    <Tag role="status" className={isSilent ? undefined : className}>
      {children}
    </Tag>
  )
}

import { RefusedError } from '../api/client'

interface ProblemProps {
  error: Error
  onRetry?: () => void
  /** What can't be done here while nobody answers, and what can. */
  away?: string
}

/** What went wrong, what to do, and a way to try again. */
export function Problem({ error, onRetry, away = 'What you entered is safe.' }: ProblemProps) {
  const items = error instanceof RefusedError ? error.items : null
  return (
    <div role="alert" className="border-l-4 border-hot bg-lit px-3 py-2">
      {items ? (
        items.map((item) => (
          <p key={item.field + item.problem}>
            <b>{item.field}</b> {item.problem} {item.fix}
          </p>
        ))
      ) : (
        <p>
          <b>Veltrin can’t be reached.</b> {away} Check that it is running and that you have a network.
        </p>
      )}
      {onRetry && (
        <button type="button" className="press mt-2" onClick={onRetry}>
          Try again
        </button>
      )}
    </div>
  )
}

import { RefusedError } from '../api/client'

/** What went wrong, what to do, and a way to try again. */
export function Problem({ error, onRetry }: { error: Error; onRetry?: () => void }) {
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
          <b>The server does not answer.</b> Your reading is safe in this page. Start Veltrin again, then
          retry.
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

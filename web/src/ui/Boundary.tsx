import { Component, type ReactNode } from 'react'

interface BoundaryProps {
  /** What can't be shown, in a word. */
  name: string
  /** Before it is tried again. */
  onRetry: () => void
  children: ReactNode
}

/** Where a part of the page can't be shown, the rest stays, and the part can be tried again. */
export class Boundary extends Component<BoundaryProps, { error: Error | null }> {
  override state = { error: null as Error | null }

  static getDerivedStateFromError(error: Error) {
    return { error }
  }

  override render() {
    if (!this.state.error) return this.props.children
    return (
      <main className="p-4">
        <div role="alert" className="border-l-4 border-hot bg-lit px-3 py-2">
          <p>
            <b>{this.props.name} can’t be shown now.</b> Nothing is lost: your reading and what you typed are
            safe. If Veltrin was stopped, start it again.
          </p>
          <button
            type="button"
            className="press mt-2"
            onClick={() => {
              this.props.onRetry()
              this.setState({ error: null })
            }}
          >
            Try again
          </button>
        </div>
      </main>
    )
  }
}

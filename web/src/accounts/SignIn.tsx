import { useState } from 'react'
import { RefusedError } from '../api/client'
import { Problem } from '../ui/Problem'
import { useSignIn } from './api'

/** Who comes from another machine says who they are. */
export function SignIn() {
  const [name, setName] = useState('')
  const [passphrase, setPassphrase] = useState('')
  const [code, setCode] = useState('')
  const enter = useSignIn()
  const asked = enter.error instanceof RefusedError && enter.error.items.some(({ field }) => field === 'code')
  // Once it was asked for, it stays on the page.
  const withCode = asked || code !== ''
  return (
    <main className="mx-auto max-w-sm p-6">
      <h1 className="text-lg font-bold">Veltrin</h1>
      <p className="mt-1 mb-4 text-quiet">Sign in to your own players and book.</p>
      <form
        className="grid gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          enter.mutate({ name, passphrase, code: code || null })
        }}
      >
        <label>
          Coach
          <input
            className="field mt-0.5 block w-full"
            autoComplete="username"
            required
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <label>
          Passphrase
          <input
            className="field mt-0.5 block w-full"
            type="password"
            autoComplete="current-password"
            required
            value={passphrase}
            onChange={(event) => setPassphrase(event.target.value)}
          />
        </label>
        {withCode && (
          <label>
            Code of your authenticator
            <input
              className="field figure mt-0.5 block w-full"
              inputMode="numeric"
              autoComplete="one-time-code"
              pattern="[0-9]{6}"
              maxLength={6}
              required
              autoFocus
              value={code}
              onChange={(event) => setCode(event.target.value)}
            />
          </label>
        )}
        {enter.error && <Problem error={enter.error} />}
        <button type="submit" className="press press-main justify-self-start" disabled={enter.isPending}>
          Sign in
        </button>
      </form>
    </main>
  )
}

import { QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { setNonce } from 'get-nonce'
import { App } from './App'
import { RefusedError } from './api/client'
import { Queries } from './api/queries'
import { useAway } from './lib/away'
import './theme/theme.css'
import './theme/paper.css'

const queries = new Queries({
  defaultOptions: {
    queries: {
      // What the server refuses stays refused. Where nobody answers, one question is asked again and again whether
      // somebody does, and then everything (see Warming).
      retry: (count, error) => !(error instanceof RefusedError) && !useAway.getState().isAway && count < 2,
      refetchOnWindowFocus: false,
      // Several parts of a page ask the same when it opens: once is enough.
      staleTime: 2_000,
      // The server may be this very machine: a browser without a network still reaches it.
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
})

// Sheets and lists put styles of their own into the page; the server lets in those that carry the page's nonce.
const nonce = document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content
if (nonce) setNonce(nonce)

const root = document.getElementById('root')
if (!root) throw new Error('The page has no root element.')
createRoot(root).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <App />
    </QueryClientProvider>
  </StrictMode>,
)

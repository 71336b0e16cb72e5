import { configure } from '@testing-library/react'
import { vi } from 'vitest'
import { fetchOverlays } from '../ui/use-overlays'

// One page serves all files of tests (making one takes longer than most of them): each begins with nothing kept in the
// browser and nothing put in another's place.
vi.unstubAllGlobals()
vi.useRealTimers()
localStorage.clear()
sessionStorage.clear()

// Tests wait for what comes; how long a busy machine takes for it is not what they ask.
configure({ asyncUtilTimeout: 100_000 })

// A page that has stood for a moment has them.
await fetchOverlays()

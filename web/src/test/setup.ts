import { configure } from '@testing-library/react'
import { fetchOverlays } from '../ui/use-overlays'

// Tests wait for what comes; how long a busy machine takes for it is not what they ask.
configure({ asyncUtilTimeout: 100_000 })

// A page that has stood for a moment has them.
await fetchOverlays()

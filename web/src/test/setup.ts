import { fetchOverlays } from '../ui/use-overlays'

// A page that has stood for a moment has them.
await fetchOverlays()

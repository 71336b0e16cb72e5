/** Take the tour; it is fetched when somebody does. */
export const takeTour = () => void import('./tour').then(({ startTour }) => startTour())

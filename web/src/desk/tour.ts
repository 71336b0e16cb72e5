import { driver } from 'driver.js'
import 'driver.js/dist/driver.css'
import { turnOff } from '../lib/offers'
import { usePlace } from '../lib/place'

/** The six stops of the tour, each beside what it is about. What isn't on the screen at this size is passed over. */
const STOPS: readonly [string, string, string][] = [
  [
    '[aria-label="Ground"]',
    'The lie',
    'Drag the ground to match the slope. Tap a word, such as the grass, to change it.',
  ],
  [
    '[aria-label="Line"]',
    'The line',
    'Set the distance, the green and what is in the way. Every dot can be dragged.',
  ],
  [
    '[aria-label="Calls"]',
    'The calls',
    'The first call needs the fewest strokes. Tap a figure to see what it means and how sure it is.',
  ],
  [
    '[aria-label="Say"]',
    'What to say',
    'These are the set-up changes in words that you can say to the player.',
  ],
  [
    '[data-tour="book"]',
    'Book the shot',
    'After the shot, tap where the ball finished. Veltrin learns from it.',
  ],
  [
    '[data-tour="help"]',
    'Help',
    'Every place in five lines, the keys, the words, and where the answers come from.',
  ],
]

const isShown = (selector: string) => {
  const found = [...document.querySelectorAll(selector)]
  return found.find((one) => one.getBoundingClientRect().width > 0)
}

/** Six stops on the Bench. */
export function startTour() {
  turnOff('tour')
  if (usePlace.getState().place !== 'bench') usePlace.getState().go('bench')
  requestAnimationFrame(() => {
    const steps = STOPS.flatMap(([selector, title, description]) => {
      const element = isShown(selector)
      return element ? [{ element, popover: { title, description } }] : []
    })
    driver({
      steps,
      showProgress: true,
      progressText: '{{current}} of {{total}}',
      nextBtnText: 'Next',
      prevBtnText: 'Back',
      doneBtnText: 'Done',
      popoverClass: 'tour',
      animate: false,
      overlayOpacity: 0.45,
    }).drive()
  })
}

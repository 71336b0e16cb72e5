/** Words of the trade and of the model, each in a sentence that a new coach understands. */
export const GLOSSARY = {
  'plays as':
    'The same swing would carry so far from a clean, level lie in still air at 15 °C by the sea. Take the club for that number.',
  'worst twentieth': 'One strike in twenty ends there or further off: what a bad day looks like.',
  'a bad one': 'Chance that it ends three quarters of a stroke dearer than the best call does on average.',
  'putt next': 'Chance that the next stroke is a putt.',
  'as good as':
    'The difference is smaller than what so many strikes can tell apart (±: their standard error): choose what the player likes.',
  'kept club':
    'The club used from level ground stays in the hand: the swing makes up for the slope, not another loft.',
  'the same again': 'Chance that the ball still lies in the same trouble.',
} as const

export type Term = keyof typeof GLOSSARY

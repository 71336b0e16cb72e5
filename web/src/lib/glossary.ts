/** Words of the trade and of the model, each in a sentence that a new coach understands. */
export const GLOSSARY = {
  strokes:
    'Strokes to hole out from here, this one in: what it costs on average over many strikes of this player.',
  'plays as':
    'The same swing would carry so far from a clean, level lie in still air at 15 °C by the sea. Take the club for that number.',
  'worst twentieth': 'One strike in twenty ends there or further off: what a bad day looks like.',
  'kept club': 'The club that would be taken from a level lie, kept here, to show what the ground changes.',
  'a bad one': 'Chance that it ends three quarters of a stroke dearer than the best call does on average.',
  'putt next': 'Chance that the next stroke is a putt.',
  'eight in ten': 'Of many strikes of this player the middle eight in ten end inside it.',
  clean: 'Ball first, or sand under it as meant. Heavy: the ground too early. Thin: too high on the ball.',
  'as good as':
    'The difference is smaller than what so many strikes can tell apart: choose what the player likes.',
  'the same again': 'Chance that the ball still lies in the same trouble.',
} as const

export type Term = keyof typeof GLOSSARY

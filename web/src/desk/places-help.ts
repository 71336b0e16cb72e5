import type { Place } from '../lib/place'

/** Each place in five lines, in the order of the top line. */
export const PLACE_HELP: Record<Place, readonly [string, string, string, string, string]> = {
  bench: [
    'The Bench works out one shot.',
    'Set the lie on the left: drag the drawing, tap a word, or use five taps.',
    'Set the line in the middle: distance, green, wind, and what is in the way.',
    'Read the calls on the right: club, method, aim, and where the ball should finish.',
    'Tap a figure to see what it means. Press E after the shot to book where it finished.',
  ],
  methods: [
    'Methods shows how different schools would play the shot that is on the Bench.',
    'Each column is one school, with its flight, its figures and its bad miss.',
    'Pin a method to put it first for this player, or leave it out.',
    'Below are all methods with words to say, faults and cures.',
    '“To the Bench” opens the shot with that method.',
  ],
  players: [
    'Players holds each player and the bag.',
    'Tap a number to change it: loft, bounce, carry, rounds on the grooves.',
    'Stock shots are measured carries. They make the bag more certain.',
    '“What the book teaches” shows the habits that Veltrin has learnt.',
    'A player who is under eighteen needs a guardian’s word for links and photographs.',
  ],
  book: [
    'The Field book lists every booked shot.',
    'Filter it by dates, lie, method or club.',
    'Charts compare the planned finish with the actual one.',
    '“By kind of lie” shows which lies cost the most strokes.',
    'Trials compare two ways to play a shot. The fault reader finds the likely cause of misses.',
  ],
  practice: [
    'Practice builds sessions from what costs the player most.',
    'Choose the time and the equipment you have. Veltrin picks the drills.',
    'Run a session at the station and tap where each ball finished.',
    'A season plans many sessions. Progress shows whether practice helped.',
    'The eye trains how well you read slopes, depth, wind and distance.',
  ],
  lessons: [
    'A lesson collects what you do with a player while it is open.',
    'Start one with the players on the Bench, then work as usual.',
    'Add spoken notes, photographs and words that worked.',
    '“Take home” makes a sheet with two or three things and their drills.',
    'A link lets the player see the sheets on a phone.',
  ],
  cards: [
    'Cards are printed tables for the player’s pocket.',
    'There are six: slope, wind, sand, chips, rough and winter.',
    'Each cell is worked out for this player’s own bag.',
    'Tap a cell to open its shot on the Bench.',
    'Make cards before the round: rule 4.3a limits what a player may consult in it.',
  ],
  conditions: [
    'Conditions holds the day: wind, air, rain, ground and greens.',
    'Set the wind by hand, by what you see, or from a weather mast.',
    'Choose a saved day, or save this one under a name.',
    '“Two days” shows the same shot on both.',
    'The day sheet lists how far each club carries today.',
  ],
}

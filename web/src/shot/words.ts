import type { Call, Player } from '../api/client'
import { BALL_MM, coverOf, type CoverGroup } from './covers'
import type { Reading } from './reading'
import { oddsWords, spreadWords, worstWords } from './strike-words'
import { distance, halfDegree, show, small, type Units } from '../lib/units'

const LEAST_CM = 0.006

export function fallWords(fall: number, shown: string): string {
  if (fall === 0) return 'level'
  return `${shown.replace('-', '')} ${fall > 0 ? 'down' : 'up'}`
}

export function sideWords(side: number, shown: string): string {
  if (side === 0) return 'level with the feet'
  return `ball ${shown.replace('-', '')} ${side > 0 ? 'above' : 'below'} the feet`
}

const GIVES = [
  [10, 'like a floor'],
  [27, 'hard'],
  [40, 'firm'],
  [55, 'medium'],
  [80, 'soft'],
  [101, 'sodden'],
] as const

/** Softness of the ground (percent) in words. */
export function giveWords(give: number): string {
  return GIVES.find(([upto]) => give < upto)?.[1] ?? 'sodden'
}

/** How a ball lies in this cover, told against the ball itself. */
export function seatWords(sunk: number, group: CoverGroup, units: Units): string {
  if (group === 'grass' || group === 'collar') return sunkWords(sunk, units)
  if (sunk < 0.03) return 'on top'
  if (group === 'sand' && sunk >= 0.9) return 'buried'
  if (sunk < 0.35 && units.small === 'cm') return `${Math.round(sunk * BALL_MM)} mm down`
  return `${small((sunk * BALL_MM) / 1000, units)} down`
}

/** How the ball lies in its grass. */
export function sunkWords(sunk: number, units: Units): string {
  if (sunk < 0.03) return 'on top'
  if (sunk < 0.2) return 'a touch down'
  if (sunk < 0.3) return 'a quarter down'
  if (sunk < 0.43) return 'a third down'
  if (sunk < 0.63) return 'half down'
  if (sunk < 0.9) return 'three quarters down'
  if (sunk < 1.08) return 'level with the tips'
  return `${small(((sunk - 1) * BALL_MM) / 1000, units)} below the tips`
}

function sideName(value: number): string {
  return value > 0 ? 'right' : 'left'
}

/** Where to aim, in words: metres at the flag when that is the natural measure, else degrees. */
export function aimWords(call: Call, units: Units): string {
  if (call.finish === 'none') return 'no stroke'
  if (call.target.name !== 'flag') return outWords(call, units)
  if (Math.abs(call.aim_deg) < 0.25) return 'aim at the flag'
  const off = distance(Math.abs(call.aim_offset_m), units)
  const angle = halfDegree(Math.abs(call.aim_deg))
  const side = sideName(call.aim_deg)
  return off === '0' ? `aim ${angle}° ${side}` : `aim ${off} ${units.distance} ${side} (${angle}°)`
}

/** Where a way out goes, from the ball. */
function outWords(call: Call, units: Units): string {
  const far = `${distance(call.target.distance_m, units)} ${units.distance}`
  const turn = Math.round(call.aim_deg / 5) * 5
  const way = turn === 0 ? 'straight on' : `${Math.abs(turn)}° ${sideName(turn)} of the flag`
  return `play it ${far}, ${way}`
}

/** The aim as a figure: half degrees and a side. */
export function aimFigure(call: Call): string {
  if (Math.abs(call.aim_deg) < 0.25) return '0°'
  return `${halfDegree(Math.abs(call.aim_deg))}°${call.aim_deg > 0 ? 'R' : 'L'}`
}

function heightWords(apex: number): string {
  if (apex < 0.4) return 'shin high'
  if (apex < 0.7) return 'knee high'
  if (apex < 1.1) return 'hip high'
  if (apex < 1.7) return 'chest high'
  if (apex < 3) return 'above head height'
  if (apex < 6) return 'twice head height'
  if (apex < 11) return 'as high as a house'
  if (apex < 20) return 'as high as a tree'
  return 'high'
}

/** Where it lands against the front edge of the green. */
export function landWords(call: Call, front: number, back: number, units: Units): string {
  const on = call.carry_m - front
  const measure = `${distance(Math.abs(on), units)} ${units.distance}`
  if (call.carry_m > back) return 'land beyond the green'
  if (Math.abs(on) < 0.5) return 'land on the front edge'
  return on >= 0 ? `land ${measure} on the green` : `land ${measure} short of the green`
}

/** Where it ends and what that leaves: as far as it goes, or where it can't be held; else moved for trouble. */
function pastWords(call: Call, units: Units): string[] {
  const left = `${distance(Math.abs(call.past_m), units)} ${units.distance}`
  if (call.target.name === 'flag' && call.finish === 'short') return [`as far as it can go; ${left} left`]
  if (call.target.name === 'flag' && call.finish === 'away') {
    return [`it won’t hold there: finishes ${left} ${call.past_m > 0 ? 'past it' : 'short of it'}`]
  }
  if (Math.abs(call.past_m) < 0.75) return []
  const measure = `${distance(Math.abs(call.past_m), units)} ${units.distance}`
  return [`finish ${measure} ${call.past_m > 0 ? 'past it' : 'short of it'}`]
}

/** The answer in a line: the swing, where to land, where to aim. */
export function shortWords(call: Call, front: number, back: number, units: Units): string {
  if (call.finish === 'none') return call.key_words.join(' ')
  const lands =
    call.apex_m >= 0.12 && call.target.name === 'flag' ? [landWords(call, front, back, units)] : []
  return [call.swing_words, ...lands, aimWords(call, units)].join(', ')
}

export function callSentence(call: Call, front: number, back: number, units: Units): string {
  if (call.finish === 'none') return call.key_words.join(' ')
  const flies = call.apex_m >= 0.12
  const parts = [
    call.swing_words.endsWith('stroke') ? call.swing_words : `swing ${call.swing_words}`,
    ...(flies
      ? [
          `flight ${heightWords(call.apex_m)}`,
          ...(call.target.name === 'flag' ? [landWords(call, front, back, units)] : []),
        ]
      : ['along the ground']),
    aimWords(call, units),
    ...pastWords(call, units),
  ]
  const text = `${parts.join(', ')}.`
  return text.charAt(0).toUpperCase() + text.slice(1)
}

function ballWords(metres: number, units: Units): string | null {
  if (Math.abs(metres) < LEAST_CM) return null
  return `Move the ball ${small(Math.abs(metres), units)} ${metres > 0 ? 'back' : 'forward'}.`
}

function widthWords(call: Call, units: Units): string | null {
  const wider = call.setup.stance_width_m - call.setup.stock_width_m
  return Math.abs(wider) < 0.015
    ? null
    : `Stand with the feet ${small(Math.abs(wider), units)} ${wider > 0 ? 'wider apart' : 'closer together'}.`
}

function stanceWords(call: Call, hand: Player['hand']): string | null {
  const { stance_deg: stance } = call.setup
  if (Math.abs(stance) < 0.5) return null
  // Open means turned to the target side of the body: left for a right-hander.
  const open = hand === 'left' ? stance > 0 : stance < 0
  const angle = halfDegree(Math.abs(stance))
  return open ? `Open the stance ${angle}°.` : `Close the stance ${angle}°, trail foot back.`
}

function faceWords(call: Call): string | null {
  const { open_deg: open } = call.setup
  if (Math.abs(open) < 0.5) return null
  return `${open > 0 ? 'Open' : 'Shut'} the face ${halfDegree(Math.abs(open))}°, then take the grip.`
}

function gripWords(call: Call, units: Units): string | null {
  const down = call.setup.grip_down_m
  if (down > LEAST_CM) return `Grip down ${small(down, units)}.`
  return down < -LEAST_CM ? 'Hold the club at its full length.' : null
}

function postureWords(call: Call, units: Units): string | null {
  const taller = call.setup.posture_m
  if (Math.abs(taller) < 0.01) return null
  return `Stand ${small(Math.abs(taller), units)} ${taller > 0 ? 'taller' : 'lower'}.`
}

function shoulderWords(call: Call): string | null {
  const tilt = call.setup.shoulder_tilt_deg
  if (Math.abs(tilt) < 0.75) return null
  return `Tilt the shoulders ${halfDegree(Math.abs(tilt))}° ${tilt > 0 ? 'down' : 'up'} with the slope.`
}

function pressureWords(call: Call): string | null {
  const lead = Math.round(call.setup.lead_pct)
  if (Math.abs(lead - call.setup.stock_lead_pct) < 3) return null
  return lead >= 50
    ? `Put ${lead}\u00a0% of the pressure on the lead leg.`
    : `Put ${100 - lead}\u00a0% of the pressure on the trail leg.`
}

function handsWords(call: Call): string | null {
  const handle = call.setup.handle_deg
  if (Math.abs(handle) < 1) return null
  return handle > 0 ? `Raise the handle ${halfDegree(handle)}°.` : `Lower the handle ${halfDegree(-handle)}°.`
}

function pathWords(call: Call): string | null {
  const path = call.setup.path_deg
  if (Math.abs(path) < 0.5) return null
  return `Swing ${halfDegree(Math.abs(path))}° ${sideName(path)} of your aim.`
}

const HANDS = {
  held: 'Hold the hands: the handle leads through.',
  level: null,
  passing: 'Let the head pass the hands.',
  full: 'Let the head pass the hands fully, sole to the sky.',
}
const HINGES = {
  none: 'Don’t hinge the wrists.',
  little: 'Hardly hinge the wrists.',
  early: 'Hinge the wrists early.',
  full: null,
}

function entryWords(call: Call, units: Units): string | null {
  return call.setup.blow === 'splash'
    ? `Let the club enter ${small(call.setup.entry_m, units)} behind the ball.`
    : null
}

/** The ball's place from the breastbone, for those who don't go by the feet. */
function breastboneWords(call: Call, units: Units): string | null {
  const ahead = call.setup.breastbone_m
  if (call.setup.blow === 'edge' || Math.abs(call.setup.ball_back_m) < LEAST_CM) return null
  if (Math.abs(ahead) < 0.015) return 'Keep the breastbone over the ball.'
  return `Keep the breastbone ${small(Math.abs(ahead), units)} ${ahead > 0 ? 'ahead of' : 'behind'} the ball.`
}

/** What to say to the player, in the order of setting up. */
export function sayLines(call: Call, hand: Player['hand'], units: Units): string[] {
  if (call.finish === 'none') return call.key_words
  const feet = [widthWords(call, units), stanceWords(call, hand)]
  const ball = [ballWords(call.setup.ball_back_m, units), breastboneWords(call, units)]
  const body = [shoulderWords(call), pressureWords(call), postureWords(call, units)]
  const hold = [faceWords(call), gripWords(call, units), handsWords(call)]
  const length = call.swing_words.charAt(0).toUpperCase() + call.swing_words.slice(1)
  const stroke = [length.includes(' ') ? `${length}.` : `${length} swing.`, pathWords(call)]
  const hands = [entryWords(call, units), HINGES[call.setup.hinge], HANDS[call.setup.hand]]
  return [feet, ball, body, hold, [...stroke, ...hands], call.key_words]
    .map((group) => group.filter((line) => line !== null).join(' '))
    .filter((line) => line !== '')
}

/** The lie in words: cover, seat, wetness, slope. */
export function lieWords(reading: Reading, units: Units): string {
  const cover = coverOf(reading.cover)
  const slope = [
    fallWords(reading.fall, show(reading.fall, 'slope', units)),
    ...(reading.side === 0 ? [] : [sideWords(reading.side, show(reading.side, 'slope', units))]),
  ]
  const seat = seatWords(reading.sunk, cover.group, units)
  const wet = reading.wet === 'dry' ? [] : [reading.wet]
  const ground = cover.group === 'sand' ? [] : [`ground ${giveWords(reading.give)}`]
  return [`${seat}, ${cover.words}`, ...wet, ...ground, ...slope].join('; ')
}

/** The whole Bench in a few sentences, for those who hear it. */
export function spokenSummary(reading: Reading, call: Call | undefined, units: Units): string {
  const lie = `The lie: ${lieWords(reading, units)}. Flag at ${show(reading.flag, 'distance', units)}.`
  if (!call) return lie
  const odds = oddsWords(call.odds, call.setup.blow === 'splash')
  const spread = spreadWords(call, units)
  const worst = worstWords(call, units)
  return [
    lie,
    `${call.club_name}, ${call.method_name.toLowerCase()}.`,
    callSentence(call, reading.front, reading.back, units),
    `Carries ${distance(call.carry_m, units)}, runs ${distance(call.run_m, units)} ${units.distance}.`,
    `Strike: ${odds}.`,
    ...(spread ? [`${spread}.`] : []),
    ...(worst ? [`Worst 1 in 20: ${worst}.`] : []),
    `Bad miss: ${call.miss}.`,
  ].join(' ')
}

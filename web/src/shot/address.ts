import { COVER_NAMES } from './covers'
import {
  BALLS_BY,
  EXPOSURES,
  FIRMNESSES,
  GROWNS,
  lieToday,
  RAINS,
  SANDS,
  WINDS_AT,
  WINDS_BY,
  YES_NO,
  type DayReading,
} from './day'
import { knownFromText, knownToText } from './known-ground'
import { placeFromText, placeToText } from './mapped'
import { areasFromText, areasToText, obstaclesFromText, obstaclesToText } from './line'
import { asUsual, DOUBTS, GROWTHS, MOODS, seated, START, SURROUNDS, WET_NAMES, type Reading } from './reading'
import { rangeOf } from '../lib/range'
import { ofEach, type NumberKey, NUMBERS } from './numbers'

const HIGHEST_READ_M = rangeOf('wind.height_m', 'distance').high

const SHORT: Record<keyof Reading, string> = {
  player: 'p',
  ...ofEach(({ short }) => short),
  cover: 'cover',
  wet: 'wet',
  growth: 'grows',
  doubtFall: 'dfall',
  doubtSide: 'dside',
  doubtSunk: 'dsunk',
  doubtGive: 'dgive',
  doubtDensity: 'ddens',
  doubtFlag: 'dflag',
  surround: 'round',
  firmness: 'firm',
  greenWet: 'gwet',
  areas: 'areas',
  obstacles: 'things',
  known: 'known',
  place: 'on',
  mood: 'mood',
  dayName: 'day',
  ballBy: 'ballby',
  rain: 'rain',
  preferred: 'pref',
  ground: 'ground',
  grown: 'grown',
  sandState: 'sands',
  windBy: 'by',
  windAt: 'at',
  exposure: 'exp',
  windDoubt: 'dwind',
  keep: 'keep',
  call: 'call',
  against: 'vs',
}

export function toSearch(reading: Reading): string {
  const params = new URLSearchParams()
  const usual = { ...START, ...asUsual(reading.cover, reading) }
  for (const key of Object.keys(SHORT) as (keyof Reading)[]) {
    if (reading[key] === usual[key]) continue
    if (key === 'areas') setText(params, SHORT.areas, areasToText(reading.areas))
    else if (key === 'obstacles') setText(params, SHORT.obstacles, obstaclesToText(reading.obstacles))
    else if (key === 'known') setText(params, SHORT.known, knownToText(reading.known))
    else if (key === 'place') setText(params, SHORT.place, reading.place ? placeToText(reading.place) : '')
    else params.set(SHORT[key], String(reading[key]))
  }
  return params.toString()
}

function setText(params: URLSearchParams, key: string, text: string) {
  if (text !== '') params.set(key, text)
}

function readNumber(params: URLSearchParams, key: NumberKey): number | undefined {
  const text = params.get(SHORT[key])
  if (text === null || text.trim() === '') return undefined
  const value = Number(text)
  const { low, high } = NUMBERS[key]
  return Number.isFinite(value) && value >= low && value <= high ? value : undefined
}

function readUpTo(params: URLSearchParams, key: keyof Reading, high = 1): number | null {
  const text = params.get(SHORT[key])
  const value = Number(text)
  return text !== null && text.trim() !== '' && value >= 0 && value <= high ? value : null
}

function readWord<T extends string>(
  params: URLSearchParams,
  key: string,
  known: readonly T[],
): T | undefined {
  const text = params.get(key)
  return known.find((word) => word === text)
}

/** The day's words in the address. */
function dayWords(params: URLSearchParams, base: Reading): Partial<DayReading> {
  const word = <T extends string>(key: keyof DayReading, known: readonly T[]) =>
    readWord(params, SHORT[key], known)
  return {
    dayName: params.get(SHORT.dayName)?.slice(0, 60) ?? base.dayName,
    ballBy: word('ballBy', BALLS_BY) ?? base.ballBy,
    rain: word('rain', RAINS) ?? base.rain,
    preferred: word('preferred', YES_NO) ?? base.preferred,
    ground: word('ground', FIRMNESSES) ?? readUpTo(params, 'ground') ?? base.ground,
    grown: word('grown', GROWNS) ?? base.grown,
    sandState: word('sandState', SANDS) ?? base.sandState,
    windBy: word('windBy', WINDS_BY) ?? base.windBy,
    windAt: word('windAt', WINDS_AT) ?? readUpTo(params, 'windAt', HIGHEST_READ_M) ?? base.windAt,
    exposure: word('exposure', EXPOSURES) ?? base.exposure,
  }
}

/** Read a state from the address; what is missing or broken falls back to `base`. */
export function fromSearch(search: string, base: Reading): Reading {
  const params = new URLSearchParams(search)
  const cover = readWord(params, SHORT.cover, COVER_NAMES)
  base = { ...base, ...dayWords(params, base) }
  if (cover) base = { ...base, ...asUsual(cover, base), cover }
  else if (params.has(SHORT.ground) || params.has(SHORT.grown))
    base = { ...base, ...lieToday(base.cover, base) }
  const next = { ...base }
  for (const key of Object.keys(NUMBERS) as NumberKey[]) next[key] = readNumber(params, key) ?? base[key]
  next.player = params.get(SHORT.player) ?? base.player
  next.call = params.get(SHORT.call) ?? base.call
  next.against = params.get(SHORT.against) ?? base.against
  next.keep = params.get(SHORT.keep) ?? base.keep
  for (const doubt of DOUBTS) next[doubt] = readUpTo(params, doubt, 100)
  next.sunk = seated(next)
  next.growth = readWord(params, SHORT.growth, GROWTHS) ?? base.growth
  next.wet = readWord(params, SHORT.wet, WET_NAMES) ?? readUpTo(params, 'wet') ?? base.wet
  next.surround = readWord(params, SHORT.surround, SURROUNDS) ?? base.surround
  next.firmness =
    readWord(params, SHORT.firmness, FIRMNESSES) ?? readUpTo(params, 'firmness') ?? base.firmness
  next.greenWet = readUpTo(params, 'greenWet')
  next.mood = readWord(params, SHORT.mood, MOODS) ?? base.mood
  const areas = params.get(SHORT.areas)
  if (areas !== null) next.areas = areasFromText(areas)
  const obstacles = params.get(SHORT.obstacles)
  if (obstacles !== null) next.obstacles = obstaclesFromText(obstacles)
  const place = params.get(SHORT.place)
  if (place !== null) next.place = placeFromText(place)
  const known = params.get(SHORT.known)
  if (known !== null) next.known = knownFromText(known)
  return next.front < next.back ? next : { ...next, front: base.front, back: base.back }
}

const LAST = 'veltrin.last'

/** Remember an address's words as those of the shot that was looked at last. */
export const keepSearch = (search: string) => localStorage.setItem(LAST, search)
/** The words of the shot that was looked at last in this browser. */
export const lastSearch = () => localStorage.getItem(LAST) ?? ''

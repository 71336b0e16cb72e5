import house from '../../../docs/schema/house.json'
import type { PlanRequest } from '../api/client'
import { coverOf, hasGrass } from './covers'
import { knownHere } from './known-ground'
import { areasFromRequest, areasToRequest, obstaclesFromRequest, obstaclesToRequest } from './line'
import { around, fromWind, toDay, toWind, wetShare } from './day'
import { mappedOf, type Mapped } from './mapped'
import { START, WET_NAMES, WETS, type Reading } from './reading'
import { numbersOut, NUMBERS, numbersIn } from './numbers'

const share = (percent: number | null) => (percent === null ? null : percent / 100)
const percent = (told: number | null | undefined) => (told == null ? null : 100 * told)

function onCourse(reading: Reading) {
  const at = mappedOf(reading)
  if (!at) return null
  const { course, hole, ball, flag, known } = at
  return {
    course,
    hole,
    ball_east_m: ball[0],
    ball_north_m: ball[1],
    flag_east_m: flag[0],
    flag_north_m: flag[1],
    known: [...known],
  }
}

function placeOf(at: PlanRequest['on_course']): Mapped | null {
  if (!at) return null
  const { course, hole, known } = at
  return {
    course,
    hole,
    known,
    ball: [at.ball_east_m, at.ball_north_m],
    flag: [at.flag_east_m, at.flag_north_m],
  }
}

function measuredOf(reading: Reading) {
  const found = knownHere(reading)
  return found ? { shares: [...found.shares], balls: found.balls, on: found.on } : null
}

/** The question of a reading, as the server wants it. */
export function toRequest(reading: Reading, only: string[] = []): PlanRequest {
  return {
    player_id: reading.player,
    lie: {
      ...numbersOut('lie', reading),
      cover: reading.cover,
      wet: typeof reading.wet === 'number' ? reading.wet : WETS[reading.wet],
      grass_mm: hasGrass(reading.cover) ? reading.grass : null,
      density: hasGrass(reading.cover) ? reading.density / 100 : null,
      growth: reading.growth,
      measured: measuredOf(reading),
      doubts: {
        fall_deg: reading.doubtFall,
        side_deg: reading.doubtSide,
        sunk: reading.doubtSunk,
        give: share(reading.doubtGive),
        density: share(reading.doubtDensity),
      },
    },
    line: {
      ...numbersOut('line', reading),
      flag_doubt_m: reading.doubtFlag,
      surround: reading.surround,
      firmness: reading.firmness,
      ground_firmness: reading.ground,
      green_wet: reading.greenWet ?? wetShare(reading),
      land_m: reading.land || null,
      areas: areasToRequest(reading.areas),
      obstacles: obstaclesToRequest(reading.obstacles),
    },
    air: toDay(reading, 'today').air,
    wind: toWind(reading),
    ball_c: reading.ballBy === 'own' ? reading.ball : null,
    layers: reading.layers,
    on_course: onCourse(reading),
    rain: reading.rain,
    preferred: reading.preferred === 'yes',
    kept_club_id: reading.keep === '' ? null : reading.keep,
    detail_for: [reading.call, reading.against].filter((id) => id !== ''),
    only,
    mood: reading.mood,
  }
}

/** Edges and width of a green, those that were not read as they usually are. */
export function greenOf(line: PlanRequest['line']): { front: number; back: number; width: number } {
  const usual = house.usual_green
  const front = line.green_front_m ?? line.flag_m - Math.min(usual.front_m, usual.front_share * line.flag_m)
  const back = line.green_back_m ?? line.flag_m + usual.back_m
  const width = Math.max(usual.least_width_m, usual.width_share * (back - front))
  return { front, back, width: line.green_width_m ?? Math.min(width, NUMBERS.width.high) }
}

/** The part of a reading that a line of the server's makes. */
export function fromLine(line: PlanRequest['line']): Partial<Reading> {
  return {
    land: 0,
    ...numbersIn('line', line),
    ...greenOf(line),
    areas: areasFromRequest(line.areas),
    obstacles: obstaclesFromRequest(line.obstacles),
    surround: line.surround,
    firmness: line.firmness,
  }
}

/** The reading of a kept question. */
export function fromRequest(request: PlanRequest, call: string): Reading {
  const { lie, line, air } = request
  const cover = coverOf(lie.cover)
  const ground = line.ground_firmness ?? line.firmness
  const today = wetShare({ ...START, ground, rain: request.rain })
  return {
    ...START,
    player: request.player_id ?? '',
    cover: lie.cover,
    grass: Math.max(cover.mm, NUMBERS.grass.low),
    density: 100 * cover.density,
    give: 100 * cover.give,
    ...numbersIn('lie', lie),
    growth: lie.growth,
    known: lie.measured ? [{ cover: lie.cover, ...lie.measured }] : [],
    doubtFall: lie.doubts.fall_deg ?? null,
    doubtSide: lie.doubts.side_deg ?? null,
    doubtSunk: lie.doubts.sunk ?? null,
    doubtGive: percent(lie.doubts.give),
    doubtDensity: percent(lie.doubts.density),
    doubtFlag: line.flag_doubt_m ?? null,
    wet: WET_NAMES.find((word) => WETS[word] === lie.wet) ?? lie.wet,
    ...fromLine(line),
    place: placeOf(request.on_course),
    ground,
    greenWet: line.green_wet === today ? null : line.green_wet,
    mood: request.mood,
    pressure: 0,
    ...numbersIn('air', air),
    ball: request.ball_c ?? START.ball,
    ballBy: request.ball_c == null ? 'air' : 'own',
    layers: request.layers,
    rain: request.rain,
    preferred: request.preferred ? 'yes' : 'no',
    ...fromWind(request.wind),
    bearing: around(request.wind.bearing_deg),
    sandState: cover.group === 'sand' ? lie.cover : START.sandState,
    keep: request.kept_club_id ?? '',
    call,
  }
}

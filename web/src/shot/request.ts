import house from '../../../docs/schema/house.json'
import type { PlanRequest } from '../api/client'
import { coverOf, hasGrass } from './covers'
import { areasFromRequest, areasToRequest, obstaclesFromRequest, obstaclesToRequest } from './line'
import { around, fromWind, toDay, toWind, wetShare } from './day'
import { RANGES, START, WET_NAMES, WETS, type Reading } from './reading'

const share = (percent: number | null) => (percent === null ? null : percent / 100)
const percent = (told: number | null | undefined) => (told == null ? null : 100 * told)

/** The question of a reading, as the server wants it. */
export function toRequest(reading: Reading, only: string[] = []): PlanRequest {
  return {
    player_id: reading.player,
    lie: {
      fall_deg: reading.fall,
      side_deg: reading.side,
      cover: reading.cover,
      sunk: reading.sunk,
      wet: typeof reading.wet === 'number' ? reading.wet : WETS[reading.wet],
      grass_mm: hasGrass(reading.cover) ? reading.grass : null,
      density: hasGrass(reading.cover) ? reading.density / 100 : null,
      give: reading.give / 100,
      growth: reading.growth,
      sand_mm: reading.sand,
      lip_m: reading.lip,
      lip_at_m: reading.lipAt,
      doubts: {
        fall_deg: reading.doubtFall,
        side_deg: reading.doubtSide,
        sunk: reading.doubtSunk,
        give: share(reading.doubtGive),
        density: share(reading.doubtDensity),
      },
    },
    line: {
      flag_m: reading.flag,
      green_front_m: reading.front,
      green_back_m: reading.back,
      surround: reading.surround,
      green_speed_ft: reading.speed,
      firmness: reading.firmness,
      ground_firmness: reading.ground,
      green_wet: reading.greenWet ?? wetShare(reading),
      fall_deg: reading.greenFall,
      side_deg: reading.greenSide,
      green_width_m: reading.width,
      rise_m: reading.rise,
      land_m: reading.land || null,
      areas: areasToRequest(reading.areas),
      obstacles: obstaclesToRequest(reading.obstacles),
    },
    air: toDay(reading, 'today').air,
    wind: toWind(reading),
    ball_c: reading.ballBy === 'own' ? reading.ball : null,
    layers: reading.layers,
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
  return { front, back, width: line.green_width_m ?? Math.min(width, RANGES.width.high) }
}

/** The part of a reading that a line of the server's makes. */
export function fromLine(line: PlanRequest['line']): Partial<Reading> {
  return {
    flag: line.flag_m,
    ...greenOf(line),
    rise: line.rise_m,
    land: line.land_m ?? 0,
    areas: areasFromRequest(line.areas),
    obstacles: obstaclesFromRequest(line.obstacles),
    surround: line.surround,
    firmness: line.firmness,
    speed: line.green_speed_ft,
    greenFall: line.fall_deg,
    greenSide: line.side_deg,
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
    fall: lie.fall_deg,
    side: lie.side_deg,
    cover: lie.cover,
    sunk: lie.sunk,
    grass: lie.grass_mm ?? Math.max(cover.mm, RANGES.grass.low),
    density: percent(lie.density ?? cover.density) ?? 0,
    give: percent(lie.give ?? cover.give) ?? 0,
    growth: lie.growth,
    sand: lie.sand_mm,
    lip: lie.lip_m,
    lipAt: lie.lip_at_m,
    doubtFall: lie.doubts.fall_deg ?? null,
    doubtSide: lie.doubts.side_deg ?? null,
    doubtSunk: lie.doubts.sunk ?? null,
    doubtGive: percent(lie.doubts.give),
    doubtDensity: percent(lie.doubts.density),
    wet: WET_NAMES.find((word) => WETS[word] === lie.wet) ?? lie.wet,
    ...fromLine(line),
    ground,
    greenWet: line.green_wet === today ? null : line.green_wet,
    mood: request.mood,
    temperature: air.temperature_c,
    altitude: air.altitude_m,
    humidity: air.humidity_pct,
    pressure: air.pressure_hpa ?? 0,
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

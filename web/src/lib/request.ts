import type { PlanRequest } from '../api/client'
import { coverOf, hasGrass } from './covers'
import { areasFromRequest, areasToRequest, obstaclesFromRequest, obstaclesToRequest } from './line'
import { FIRMNESSES, fromWind, toDay, toWind, wetShare } from './day'
import { asUsual, START, WET_NAMES, WETS, type Reading } from './reading'

/** The question of a reading, as the server wants it. */
export function toRequest(reading: Reading, only: string[] = []): PlanRequest {
  return {
    player_id: reading.player,
    lie: {
      fall_deg: reading.fall,
      side_deg: reading.side,
      cover: reading.cover,
      sunk: reading.sunk,
      wet: WETS[reading.wet],
      grass_mm: hasGrass(reading.cover) ? reading.grass : null,
      density: coverOf(reading.cover).group === 'grass' ? reading.density / 100 : null,
      give: reading.give / 100,
      growth: reading.growth,
      sand_mm: reading.sand,
      lip_m: coverOf(reading.cover).group === 'sand' ? reading.lip : 0,
      lip_at_m: reading.lipAt,
      doubts: {
        fall_deg: reading.doubtFall || null,
        side_deg: reading.doubtSide || null,
        sunk: reading.doubtSunk || null,
        give: reading.doubtGive / 100 || null,
        density: reading.doubtDensity / 100 || null,
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
      green_wet: wetShare(reading),
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

/** The part of a reading that a line of the server's makes. */
export function fromLine(line: PlanRequest['line']): Partial<Reading> {
  const front = line.green_front_m ?? line.flag_m - Math.min(8, 0.6 * line.flag_m)
  const back = line.green_back_m ?? line.flag_m + 10
  return {
    flag: line.flag_m,
    front,
    back,
    width: line.green_width_m ?? Math.max(10, 0.8 * (back - front)),
    rise: line.rise_m,
    land: line.land_m ?? 0,
    areas: areasFromRequest(line.areas),
    obstacles: obstaclesFromRequest(line.obstacles),
    surround: line.surround,
    firmness: FIRMNESSES.find((word) => word === line.firmness) ?? START.firmness,
    speed: line.green_speed_ft,
    greenFall: line.fall_deg,
    greenSide: line.side_deg,
  }
}

/** The reading of a kept question. */
export function fromRequest(request: PlanRequest, call: string): Reading {
  const { lie, line, air } = request
  const ground = FIRMNESSES.find((word) => word === line.ground_firmness) ?? START.ground
  const usual = { ...START, ground, ...asUsual(lie.cover, { ...START, ground }) }
  const percent = (share: number | null | undefined) => Math.round(100 * (share ?? 0))
  return {
    ...usual,
    player: request.player_id ?? '',
    fall: lie.fall_deg,
    side: lie.side_deg,
    cover: lie.cover,
    sunk: lie.sunk,
    grass: lie.grass_mm ?? usual.grass,
    density: lie.density == null ? usual.density : percent(lie.density),
    give: lie.give == null ? usual.give : percent(lie.give),
    growth: lie.growth,
    sand: lie.sand_mm,
    lip: lie.lip_m,
    lipAt: lie.lip_at_m,
    doubtFall: lie.doubts.fall_deg ?? 0,
    doubtSide: lie.doubts.side_deg ?? 0,
    doubtSunk: lie.doubts.sunk ?? 0,
    doubtGive: percent(lie.doubts.give),
    doubtDensity: percent(lie.doubts.density),
    wet: WET_NAMES.find((word) => WETS[word] === lie.wet) ?? 'dry',
    ...fromLine(line),
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
    bearing: request.wind.bearing_deg,
    sandState: coverOf(lie.cover).group === 'sand' ? lie.cover : START.sandState,
    keep: request.kept_club_id ?? '',
    call,
  }
}

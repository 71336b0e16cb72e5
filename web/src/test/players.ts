import type { Club, Player } from '../api/client'
import { PLAIN_PLAYER } from '../players/bag'

/** A club for tests. */
export const club = (id: string, patch: Partial<Club> = {}): Club => ({
  id, name: id, kind: 'iron', loft_deg: 30, lie_deg: 62, bounce_deg: 4, sole_mm: 20, head_g: 270, length_m: 0.94,
  stock_carry_m: 120, rounds: 0, bought_on: null, cleaned_on: null, ...patch,
}) // prettier-ignore

/** A player for tests: three clubs and a putter. */
export const PLAYER: Player = {
  ...PLAIN_PLAYER, id: 'tove', name: 'Tove Aldersyn', hand: 'right', stature_m: 1.62, handicap: 16,
  clubs: [
    club('7-iron'),
    club('54', { kind: 'wedge', loft_deg: 54, bounce_deg: 12, stock_carry_m: 68, rounds: 75 }),
    club('58', { kind: 'wedge', loft_deg: 58, bounce_deg: 8, stock_carry_m: 60 }),
    club('putter', { kind: 'putter', loft_deg: 3.5, stock_carry_m: 0 }),
  ],
  pinned: [], excluded: [], version: 3, learns: true, learns_from: null, practice: 'habits', birth_year: null, is_minor: false, guardian: '', guardian_on: null,
} // prettier-ignore

import type { Bag, Club, Player, PlayerEdit, Stock } from '../api/client'
import { omit } from '../lib/omit'

/** What a new player is taken to be until it is known better. */
export const PLAIN_PLAYER = {
  note: '',
  notes: '',
  units: '',
  layer_pct: 1.5,
  ball: 'soft',
  attack_deg: -4,
  lead_pct: 52,
} as const

/** Told of a player, changed elsewhere. */
const OF_GUARDIAN = ['is_minor', 'guardian', 'guardian_on'] as const

/** A player as it is written back: what may be edited, and the version it was read at. */
export function editOf(player: Player): PlayerEdit {
  return omit(player, 'id', 'learns', 'learns_from', 'practice', 'pinned', 'excluded', ...OF_GUARDIAN)
}

/** Two versions of a player side by side: the fields in which they differ, by name. */
export function differences(one: PlayerEdit, other: PlayerEdit): string[] {
  return Object.keys(one).filter(
    (key) =>
      key !== 'version' &&
      JSON.stringify(one[key as keyof PlayerEdit]) !== JSON.stringify(other[key as keyof PlayerEdit]),
  )
}

const NEW_CLUB: Club = {
  id: 'club',
  name: 'New club',
  kind: 'iron',
  loft_deg: 30,
  lie_deg: 62,
  bounce_deg: 4,
  sole_mm: 20,
  head_g: 270,
  length_m: 0.94,
  stock_carry_m: 120,
  rounds: 0,
}

/** A club like its neighbour, half a step shorter, with an id nobody has. */
export function clubBeside(clubs: readonly Club[], like: Club | undefined): Club {
  const base = like ?? NEW_CLUB
  const taken = new Set(clubs.map((club) => club.id))
  let n = 2
  while (taken.has(`${base.id}-${n}`)) n += 1
  return {
    ...base,
    id: `${base.id}-${n}`,
    name: `${base.name} ${n}`,
    stock_carry_m: Math.max(5, base.stock_carry_m - 5),
    rounds: 0,
    bought_on: null,
    cleaned_on: null,
  }
}

/** Clubs that are swung, longest carry first. */
export function swung(clubs: readonly Club[]): Club[] {
  return clubs
    .filter((club) => club.kind !== 'putter')
    .sort((a, b) => b.stock_carry_m - a.stock_carry_m || a.loft_deg - b.loft_deg)
}

/** Steps that are worth calling out, in words. */
export function stepWords(bag: Bag, clubs: readonly Club[], shown: (metres: number) => string): string[] {
  const name = (id: string) => clubs.find((club) => club.id === id)?.name ?? id
  return bag.steps
    .filter((step) => step.kind !== 'even')
    .map(
      (step) =>
        `${step.kind === 'gap' ? 'Gap' : 'Overlap'} of ${shown(step.step_m)} between ${name(step.longer_id)} and ${name(step.shorter_id)}`,
    )
}

/** What there is to say of a club's grooves; empty: nothing. */
export function grooveWords(club: Club, note: Bag['clubs'][number] | undefined, today: Date): string {
  if (!note || (club.kind !== 'wedge' && club.kind !== 'iron')) return ''
  const words = []
  if (note.grooves === 'worn') words.push(`worn out (${club.rounds} rounds): replace`)
  else if (note.grooves === 'soon') words.push(`nearly worn (${club.rounds} rounds)`)
  if (club.kind === 'wedge' && note.months != null && note.months >= 8 && club.rounds === 0)
    words.push(`${Math.round(note.months)} months old: count its rounds`)
  if (club.cleaned_on) {
    const days = (today.getTime() - new Date(club.cleaned_on).getTime()) / 86_400_000
    if (days > 30) words.push(`not cleaned for ${Math.round(days)} days`)
  }
  return words.join('; ')
}

/** With fewer measured shots a carry is what somebody said. */
const ENOUGH_SHOTS = 3

/** How far each club's carry may be off (m), by its id: by its measured stock shots, else as somebody said it. */
export function doubtsOf(notes: Bag['clubs'], stock: readonly Stock[]): Record<string, number> {
  return Object.fromEntries(
    notes.map((note) => {
      const measured = stock.find((one) => one.club_id === note.club_id)
      const shots = measured?.shots.filter((shot) => !shot.flagged).length ?? 0
      const doubt = measured && shots >= ENOUGH_SHOTS ? measured.sd_m / Math.sqrt(shots) : note.carry_doubt_m
      return [note.club_id, doubt]
    }),
  )
}

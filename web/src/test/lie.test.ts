import { describe, expect, it } from 'vitest'
import { lowMarks } from '../drawing/GroundArcs'
import { COVER_NAMES, HELPS, helpFits } from '../shot/covers'
import { change, deepest, START } from '../shot/reading'
import { familiesOf, favouredOf, questionsOf } from '../shot/schools'
import { METRIC } from '../lib/units'
import { offWords, worstWords, oddsWords, spreadWords } from '../shot/strike-words'
import { giveWords, lieWords, seatWords, spokenSummary } from '../shot/words'
import { patchOf } from '../shot/bench/HelpsSheet'
import type { Catalogue, Method, SchoolRow } from '../api/client'
import { sampleCall, sampleSpread } from './sample'

const SPREAD = sampleSpread()

describe('the lie in words', () => {
  it('names the give from floor to sodden', () => {
    expect([3, 20, 35, 45, 70, 95].map(giveWords)).toEqual([
      'like a floor',
      'hard',
      'firm',
      'medium',
      'soft',
      'sodden',
    ])
  })

  it('tells the seat by what the ball lies in', () => {
    expect(seatWords(1, 'grass', METRIC)).toBe('level with the tips')
    expect(seatWords(0.95, 'sand', METRIC)).toBe('buried')
    expect(seatWords(0.25, 'divot', METRIC)).toBe('11 mm down')
  })

  it('says the whole lie', () => {
    const sand = change(START, { cover: 'sand', fall: 0, side: -4 })
    expect(lieWords(sand, METRIC)).toBe('4 mm down, standard sand; level; ball 4° below the feet')
  })
})

describe('the strike in words', () => {
  const call = sampleCall({ spread: SPREAD })

  it('speaks of heavy and thin on turf, of stuck and skulled in sand', () => {
    expect(oddsWords(call.odds, false)).toBe('clean 88\u00a0%, heavy 9\u00a0%, thin 3\u00a0%')
    expect(oddsWords(call.odds, true)).toContain('stuck 9\u00a0%, skulled 3\u00a0%')
  })

  it('gives spread and bad miss against the flag', () => {
    expect(spreadWords(call, METRIC)).toBe('8 of 10 balls finish from 4\u00a0m short to 3\u00a0m past')
    expect(worstWords(call, METRIC)).toBe('thin, 14\u00a0m past')
    expect(worstWords(sampleCall(), METRIC)).toBeNull()
  })

  it('is read aloud in whole sentences', () => {
    const heard = spokenSummary(START, call, METRIC)
    expect(heard).toContain('The lie: on top, fairway; ground medium; 6° down.')
    expect(heard).toContain('Strike: clean 88\u00a0%')
  })

  it('labels where the arc is lowest, where a splash goes in, and nothing for an edge', () => {
    const { setup, odds } = call
    expect(lowMarks(setup, odds, METRIC).map((m) => m.words[0])).toEqual([
      'low point 9 cm ahead of the ball',
      'standing upright: low point 9 cm behind the ball',
    ])
    const splash = { ...setup, blow: 'splash' as const, entry_m: 0.05, mark_m: 0.16, mark_depth_m: 0.01 }
    expect(lowMarks(splash, odds, METRIC)[0]?.words[0]).toBe('in 5 cm behind the ball, mark 16 cm')
    expect(offWords({ ...setup, blow: 'edge' }, odds, METRIC)).toBe('4 mm deep, 5 mm high')
  })
})

describe('measuring helps', () => {
  it('offers what fits the ground', () => {
    const ids = (cover: (typeof COVER_NAMES)[number]) =>
      HELPS.filter((help) => helpFits(help, cover)).map((help) => help.id)
    expect(ids('rough')).toEqual(['peg', 'swish', 'seat'])
    expect(ids('sand')).toEqual(['feet'])
    expect(ids('hard-pan')).toEqual(['peg'])
  })

  it('sets the reading and how far it may be off', () => {
    const rough = change(START, { cover: 'rough' })
    for (const help of HELPS) {
      for (const step of help.steps) {
        const next = change(rough, patchOf(help, step, rough))
        expect(next.sunk).toBeLessThanOrEqual(deepest(next))
        if (help.sets === 'give') expect(next.doubtGive).toBe(Math.round(100 * step.doubt))
        if (help.sets === 'cover') expect(next.cover).toBe(step.value)
      }
    }
  })
})

describe('schools side by side', () => {
  const method = (id: string, family: string): Method => ({
    id,
    name: id,
    family,
    school: id,
    way: 'set-up',
    blow: 'face',
    hand: 'held',
    hinge: 'none',
    difficulty: 1,
    key_words: [],
    faults: [],
    miss: '',
    wins_when: '',
    source: '',
    cautions: [],
  })
  const catalogue: Catalogue = {
    methods: [method('a', 'one'), method('b', 'one'), method('c', 'two')],
    disputes: [
      { id: 'x', question: 'c or none?', method_ids: ['c'] },
      { id: 'y', question: 'a or b?', method_ids: ['a', 'b'] },
      { id: 'z', question: 'nobody?', method_ids: ['gone'] },
    ],
  }
  const row = (id: string, cost: number | null): SchoolRow => ({
    method_id: id,
    call: cost === null ? null : sampleCall({ method_id: id, score: cost }),
    reason: cost === null ? 'is for sand' : null,
  })

  it('asks what this lie raises, most answers first, and favours the fewest strokes', () => {
    const asked = questionsOf(catalogue, [row('a', 3), row('b', 2), row('c', 1)])
    expect(asked.map((q) => q.id)).toEqual(['y'])
    expect(asked[0]?.favoured).toBe('b')
  })

  it('drops questions without a choice and keeps the reasons', () => {
    const three = {
      ...catalogue,
      disputes: [{ id: 'w', question: 'a, b or c?', method_ids: ['a', 'b', 'c'] }],
    }
    const asked = questionsOf(three, [row('a', 3), row('b', null), row('c', 4)])
    expect(asked[0]?.sides.map((side) => side.method.id)).toEqual(['a', 'c'])
    expect(asked[0]?.absent[0]).toMatchObject({ call: null, reason: 'is for sand' })
    expect(questionsOf(three, [row('a', 3), row('b', null), row('c', null)])).toEqual([])
    expect(favouredOf([])).toBeNull()
  })

  it('lists the catalogue by family', () => {
    const families = familiesOf(catalogue, [row('a', 3)])
    expect(families.map(([name, sides]) => [name, sides.length])).toEqual([
      ['one', 2],
      ['two', 1],
    ])
  })
})

import { cleanup, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import type { Card, CardCell } from '../api/client'
import { cellLines, columnWords, foldAt, groupsOf, lineWords } from '../cards/card-words'
import { START } from '../shot/reading'
import { toRequest } from '../shot/request'
import { shortClub } from '../players/short-club'
import { standalone } from '../lib/standalone'
import { METRIC, type Units } from '../lib/units'
import { CardPaper } from '../cards/CardPaper'

afterEach(cleanup)

const YARDS: Units = { ...METRIC, distance: 'yd', small: 'in' }
const request = toRequest({ ...START, player: 'tove', fall: 6, flag: 14.5 })

const cell = (more: Partial<CardCell> = {}): CardCell => ({
  call_id: '7-iron~stock-swing', club_id: '7-iron', club_name: '7-iron', method_id: 'stock-swing',
  method_name: 'Stock swing', swing_words: 'full', aim_deg: 2, aim_offset_m: 5.1, ball_back_m: 0.031, carry_m: 131,
  total_m: 140, entry_m: 0.05, mark_m: 0.16, clean_pct: 80, target: 'flag', finish: 'there', doubt: '', short_m: 0, stock_m: 128,
  request, ...more,
}) // prettier-ignore
const column = (kind: Card['columns'][number]['kind'], value: number, words = '', second = 0) => ({
  kind,
  value,
  words,
  second,
})

describe('a card', () => {
  it('says each cell in few words', () => {
    expect(cellLines('slope', cell(), METRIC)).toEqual(['7i', '5 R', '3 cm back'])
    expect(cellLines('slope', cell({ aim_offset_m: -0.2, ball_back_m: -0.02 }), YARDS)).toEqual([
      '7i',
      'straight',
      '0.75 in fwd',
    ])
    expect(cellLines('wind', cell({ method_id: 'held-punch', method_name: 'Held punch' }), METRIC)).toEqual([
      '128',
      '7i held punch',
    ])
    expect(cellLines('sand', cell({ total_m: 14.2 }), METRIC)).toEqual(['14', 'in 5, mark 16 cm'])
    expect(cellLines('chip', cell({ carry_m: 5, total_m: 15 }), METRIC)).toEqual(['33 %', '5 m'])
    expect(cellLines('rough', cell({ target: 'left' }), METRIC)[1]).toContain('take your medicine')
  })

  it('says by how much it falls short, and how long the swing is where it is not full', () => {
    const short = cell({ finish: 'short', short_m: 12, swing_words: 'three-quarter', ball_back_m: 0 })
    expect(cellLines('slope', short, METRIC)).toEqual(['7i ¾', '5 R', '12 short'])
    expect(cellLines('slope', short, METRIC, 2)).toEqual(['7i ¾', '12 short'])
    expect(cellLines('wind', short, METRIC)[1]).toBe('7i 12 short')
  })

  it('tells the first line in the reader’s units', () => {
    expect(lineWords('{6 m/s} takes 14 %; {100 m}: {1.1 m}; from {3 deg}', METRIC)).toBe(
      '6 m/s takes 14 %; 100 m: 1.1 m; from 3°',
    )
    expect(lineWords('{100 m}', YARDS)).toBe('109 yd')
  })

  it('heads its columns in the player’s units and folds between groups', () => {
    const columns = [
      ...[3, 6].map((v) => column('fall', v, 'down')),
      ...[-3, -6, -9].map((v) => column('fall', v, 'up')),
    ]
    expect(groupsOf(columns, METRIC)).toEqual([
      { words: 'downhill', count: 2 },
      { words: 'uphill', count: 3 },
    ])
    expect(foldAt(columns, METRIC)).toBe(2)
    expect(columnWords(column('wind', 6, 'against'), { ...METRIC, speed: 'mph' })).toBe('13')
    expect(columnWords(column('chip', 10, '', -2), METRIC)).toBe('rises')
    expect(
      foldAt(
        [10, 20, 30].map((v) => column('distance', v)),
        METRIC,
      ),
    ).toBe(2)
  })

  it('explains the marks that stand on it, and no others', () => {
    const card: Card = {
      kind: 'slope', name: 'Slope card', about: 'About.', line: 'One club more from {3 deg}, {100 m}.', doubts: { close: 'as good', strike: 'seldom', ground: 'rough' },
      columns: [column('fall', 3, 'down')],
      rows: [{ words: '7-iron', club_id: '7-iron', value_m: 140, cells: [cell({ doubt: 'close' })] }],
    } // prettier-ignore
    render(<CardPaper card={card} name="Tove" day="Dry June" size="a4" />)
    expect(document.body.textContent).toContain('≈ as good')
    expect(document.body.textContent).toContain('One club more from 3°, 100 m.')
    expect(document.body.textContent).not.toContain('seldom')
    expect(document.body.textContent).toContain('Rule 4.3a')
    expect(screen.getByRole('button', { name: /7i≈/ }).title).toContain('open it on the Bench')
  })

  it.each([
    ['7-iron', '7i'],
    ['4-hybrid', '4h'],
    ['3-wood', '3w'],
    ['Pitching wedge', 'PW'],
    ['Sand wedge 54', '54'],
    ['Chipper', 'Chipper'],
  ])('writes %s as %s', (name, short) => expect(shortClub(name)).toBe(short))

  it('is saved as a file by itself: no buttons, nothing that only the screen has', async () => {
    const piece = document.createElement('div')
    piece.innerHTML = '<p class="no-print">Print</p><button class="card-cell"><b>7i</b></button>'
    const file = await standalone(piece, 'A <card>')
    expect(file).toContain('<title>A &lt;card&gt;</title>')
    expect(file).toContain('<span class="card-cell"><b>7i</b></span>')
    expect(file).not.toContain('Print')
    expect(file).not.toContain('<button')
  })
})

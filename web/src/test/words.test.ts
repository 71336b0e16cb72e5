import { describe, expect, it } from 'vitest'
import { METRIC } from '../lib/units'
import { aimWords, callSentence, fallWords, landWords, sayLines, sideWords } from '../shot/words'
import { sampleCall } from './sample'

describe('reading in words', () => {
  it('names the way of the slope', () => {
    expect(fallWords(6, '6°')).toBe('6° down')
    expect(fallWords(-6, '-6°')).toBe('6° up')
    expect(fallWords(0, '0°')).toBe('level')
    expect(sideWords(-3, '-3°')).toBe('ball 3° below the feet')
    expect(sideWords(4, '4°')).toBe('ball 4° above the feet')
  })
})

describe('the call in a sentence', () => {
  it('says swing, flight, landing and aim', () => {
    expect(callSentence(sampleCall(), 8, 22, METRIC)).toBe(
      'Swing hip to hip, flight hip high, land 2 m short of the green, aim 0.5 m left (2°).',
    )
  })

  it('aims at the flag when there is nothing to aim off', () => {
    expect(aimWords(sampleCall({ aim_deg: 0.1, aim_offset_m: 0.03 }), METRIC)).toBe('aim at the flag')
    expect(aimWords(sampleCall({ aim_deg: 3, aim_offset_m: 0.1 }), METRIC)).toBe('aim 3° right')
  })

  it('knows the green', () => {
    expect(landWords(sampleCall({ carry_m: 12 }), 8, 22, METRIC)).toBe('land 4 m on the green')
    expect(landWords(sampleCall({ carry_m: 8.2 }), 8, 22, METRIC)).toBe('land on the front edge')
    expect(landWords(sampleCall({ carry_m: 30 }), 8, 22, METRIC)).toBe('land beyond the green')
  })
})

describe('what to say to the player', () => {
  it('goes from the feet to the stroke', () => {
    const said = sayLines(sampleCall(), 'right', METRIC)
    expect(said).toEqual([
      'Stand with the feet 13 cm wider apart. Close the stance 10°, trail foot back.',
      'Move the ball 5 cm back. Keep the breastbone over the ball.',
      'Tilt the shoulders 5° down with the slope. Put 83\u00a0% of the pressure on the lead leg. Stand 3 cm lower.',
      'Open the face 6°, then take the grip. Grip down 2 cm. Lower the handle 4°.',
      'Hip to hip. Swing 1° right of your aim. Hinge the wrists early.',
      'Trail foot back.',
    ])
  })

  it('turns open and closed with the hand', () => {
    expect(sayLines(sampleCall(), 'left', METRIC)[0]).toContain('Open the stance 10°')
  })

  it('leaves out what stays as stock', () => {
    const stock = sampleCall(
      { key_words: ['Same stroke.'] },
      {
        ball_back_m: 0, stance_width_m: 0.2, lead_pct: 60, shoulder_tilt_deg: 0, grip_down_m: -0.012,
        hinge: 'full', posture_m: 0, open_deg: 0, stance_deg: 0, path_deg: 0, handle_deg: 0,
      },
    ) // prettier-ignore
    expect(sayLines(stock, 'right', METRIC)).toEqual([
      'Hold the club at its full length.',
      'Hip to hip.',
      'Same stroke.',
    ])
  })

  it('names the trail leg uphill', () => {
    expect(sayLines(sampleCall({}, { lead_pct: 26 }), 'right', METRIC).join(' ')).toContain(
      'Put 74\u00a0% of the pressure on the trail leg',
    )
  })
})

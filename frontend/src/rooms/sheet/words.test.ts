import { describe, expect, it } from 'vitest'

import { DISCIPLINES, valueWords } from './words'

describe('a change in words', () => {
  it.each([
    ['goal.hand', { dx_mm: -10, dy_mm: 14 }, 'Hand goal: −10 fore, +14 up'],
    ['measure.reading', { key: 's_straight', typed: '72.7 cm' }, 'BB to saddle mark: 72.7 cm'],
    ['measure.reading', { key: 'drop', typed: null }, 'Drop: taken back'],
    ['measure.decide', { key: 's_straight', what: 'kept' }, 'BB to saddle mark: kept'],
    ['measure.frame', null, 'Frame: taken back'],
    ['build.stem', { length_mm: 90, angle_deg: -6 }, 'Stem: 90 at −6°'],
    ['build.spacers_mm', 15, 'Spacers: 15'],
    ['build.best', true, 'Best: yes'],
    ['notes', 'Better', 'Notes: Better'],
  ])('%s', (path, value, words) => expect(valueWords(path, value, new Map([['s_straight', 'BB to saddle mark']]))).toBe(words))

  it('knows a name for every use', () => {
    expect(Object.keys(DISCIPLINES)).toHaveLength(8)
  })
})

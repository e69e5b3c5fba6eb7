import { describe, expect, it } from 'vitest'

import { beside, figure, held, type MeasureLine, placeInRange, type Taken, useNote } from './record'

const line: MeasureLine = {
  name: 'inseam',
  label: 'Inseam',
  how: 'level rod',
  unit: 'mm',
  least: 704,
  greatest: 915,
  says: null,
  sides: null,
}
const taken = (typed: string, value: number, more: Partial<Taken> = {}): Taken => ({
  typed,
  value,
  values: [],
  how: '',
  on: '',
  ...more,
})

describe('a measure in the record', () => {
  it('shows what was understood in the unit asked for', () => {
    expect(figure(undefined, line, 'mm')).toBe('')
    expect(figure(taken('82.4 cm', 824), line, 'mm')).toBe('824')
    expect(figure(taken('31 1/4 in', 793.75), line, 'in')).toBe('31 1/4')
    expect(figure(taken('165 lb', 74.84), { ...line, unit: 'kg' }, 'in')).toBe('75 kg')
  })
  it('says beside it how it was taken, or the words, the repeats, the sides', () => {
    expect(beside(undefined, line, 'mm')).toBe('level rod')
    expect(beside(taken('824', 824), line, 'mm')).toBe('level rod')
    expect(beside(taken('82.4 cm', 824), line, 'mm')).toBe('82.4 cm')
    expect(beside(taken('823; 825', 824, { values: [823, 825] }), line, 'mm')).toBe('twice, 823 and 825')
    expect(beside(taken('1;2;3', 2, { values: [1, 2, 3] }), line, 'mm')).toMatch(/^3 times/)
    expect(
      beside(taken('L 258 R 267', 262.5, { left: 258, right: 267 }), { ...line, sides: 'left 9 shorter' }, 'mm'),
    ).toBe('left 9 shorter, L 258 R 267')
    expect(beside(taken('82.4 cm', 824, { how: 'with a book' }), line, 'mm')).toBe('with a book')
  })
  it('keeps the dot on its rule', () => {
    expect(placeInRange(704, 704, 915)).toBe(33)
    expect(placeInRange(915, 704, 915)).toBe(107)
    expect(placeInRange(10, 704, 915)).toBe(2)
  })
})

describe('an edge while it is held', () => {
  it('moves its two neighbours and leaves each at least one', () => {
    expect(held([60, 25, 15], 0, -10)).toEqual([50, 35, 15])
    expect(held([60, 25, 15], 1, 40)).toEqual([60, 39, 1])
    expect(held([60, 25, 15], 0, -90)).toEqual([1, 84, 15])
  })
  it('notes hours and company', () => {
    expect(useNote({ use: 'gravel', share: 60, hours: 4, note: 'alone' })).toBe('4 h, alone')
    expect(useNote({ use: 'city', share: 5, note: '' })).toBe('')
  })
})

import { describe, expect, it } from 'vitest'

import { daysBetween, today } from '@/shared/days'

import { figureOf } from './keep'

describe('days', () => {
  it("are the reader's own", () => expect(today(new Date(2026, 2, 8, 23, 59))).toBe('2026-03-08'))
  it('are counted over a change of the clock', () => {
    expect(daysBetween('2026-03-28', '2026-03-30')).toBe(2)
    expect(daysBetween('2026-12-31', '2026-12-30')).toBe(-1)
  })
})

describe('a figure as typed', () => {
  it.each([
    ['4,5', 4.5],
    [' 7 ', 7],
    ['', null],
    ['seven', undefined],
  ])('%s', (typed, value) => expect(figureOf(typed)).toBe(value))
})

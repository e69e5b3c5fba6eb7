import { describe, expect, it } from 'vitest'

import { daysBetween, today } from '@/shared/days'

import { clockText, phaseAt } from './clock'
import { figureOf } from './keep'

describe("a trial's clock", () => {
  const at = (minutes: number) => phaseAt(minutes * 60, 3, 4, 2)
  it('rides, rests and rides again', () => {
    expect(at(0)).toEqual({ kind: 'ride', run: 0, left_s: 240 })
    expect(at(3.5)).toEqual({ kind: 'ride', run: 0, left_s: 30 })
    expect(at(4)).toEqual({ kind: 'rest', run: 1, left_s: 120 })
    expect(at(6)).toEqual({ kind: 'ride', run: 1, left_s: 240 })
    expect(at(15.5)).toEqual({ kind: 'ride', run: 2, left_s: 30 })
  })
  it('has no rest after the last run', () => {
    expect(at(16).kind).toBe('done')
    expect(at(90)).toEqual({ kind: 'done', run: 2, left_s: 0 })
  })
  it('goes on without rests', () => {
    expect(phaseAt(60, 2, 1, 0)).toEqual({ kind: 'ride', run: 1, left_s: 60 })
  })
  it.each([
    [240, '4:00'],
    [59.2, '1:00'],
    [9.1, '0:10'],
    [0, '0:00'],
  ])('%s s reads %s', (s, text) => expect(clockText(s)).toBe(text))
})

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

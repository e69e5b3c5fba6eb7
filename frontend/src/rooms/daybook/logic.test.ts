import { describe, expect, it } from 'vitest'

import type { Post } from '@/shared/api/client'

import { after, answering, dueOf, matches, nextPost, triangle, weekOf } from './logic'

const line = {
  rider: 'Tamsin Orre',
  bike: 'Ostrel Drift M',
  title: 'Gravel day',
  reason: 'Higher',
  about: 'ferry engineer',
  due: [{ number: 1, on: '2026-04-12', kind: 'part', asks: 'stem 60' }],
  words: ['Little fingers, numb', 'Plover 143', 'low back'],
}
const NAMES = ['rider', 'measure', 'goal', 'frame', 'build', 'setup', 'ride'] as const
const trail = (...states: Post['state'][]): { trail: Post[] } => ({
  trail: NAMES.map((name, i) => ({ name, label: name, state: states[i] ?? 'empty', note: '', reason: null })),
})

describe('finding', () => {
  it.each([
    ['', true],
    ['tamsin', true],
    ['FERRY drift', true],
    ['orre  gravel', true],
    ['part stem', true],
    ['plover numb', true],
    ['tamsin wrack', false],
  ])('%s', (asked, found) => expect(matches(line, asked)).toBe(found))
  it.each([
    ['plover', 'Plover 143'],
    ['numb tamsin', 'Little fingers, numb'],
    ['gravel day', 'Gravel day'],
    ['stem 60', 'part stem 60'],
    ['tamsin drift', ''],
    ['', ''],
  ])('%s is answered by “%s”', (asked, by) => expect(answering(line, asked)).toBe(by))
})

describe('what is due', () => {
  it('stands by its day, then by its rider', () => {
    const due = (number: number, on: string) => ({ number, on, kind: 'part', asks: '' })
    const book = [
      { id: 1, rider: 'Wenna', due: [due(1, '2026-05-02'), due(2, '2026-04-01')] },
      { id: 2, rider: 'Brona', due: [due(1, '2026-05-02')] },
    ]
    expect(dueOf(book).map((d) => [d.fit, d.number])).toEqual([
      [1, 2],
      [2, 1],
      [1, 1],
    ])
  })
})

describe('a week', () => {
  it.each(['2026-11-23', '2026-11-26', '2026-11-29'])('of %s begins on its Monday', (day) => {
    const days = weekOf(day, [])
    expect([days[0]!.day, days[6]!.day]).toEqual(['2026-11-23', '2026-11-29'])
  })
  it('crosses months and clocks that change, and holds what is due', () => {
    const due = dueOf([
      { id: 1, rider: 'Wenna', due: [{ number: 3, on: '2026-03-29', kind: 'part', asks: 'post' }] },
      { id: 2, rider: 'Brona', due: [{ number: 1, on: '2026-04-01', kind: 'part', asks: '' }] },
    ])
    expect(weekOf('2026-03-23', due).map((d) => [d.day, d.due.length])).toEqual([
      ['2026-03-23', 0],
      ['2026-03-24', 0],
      ['2026-03-25', 0],
      ['2026-03-26', 0],
      ['2026-03-27', 0],
      ['2026-03-28', 0],
      ['2026-03-29', 1],
    ])
    expect(weekOf(after('2026-03-23', 7), due)[2]!.due.map((d) => d.rider)).toEqual(['Brona'])
    expect(after('2026-03-01', -1)).toBe('2026-02-28')
  })
})

describe('the post to open', () => {
  it('is the first unfinished one', () => {
    expect(nextPost(trail('done', 'done', 'work')).name).toBe('goal')
    expect(nextPost(trail('done')).name).toBe('measure')
  })
  it('is the stale one before all others', () => {
    expect(nextPost(trail('work', 'done', 'done', 'stale', 'done')).name).toBe('frame')
  })
  it('is the last when all is done', () => {
    expect(nextPost(trail('done', 'done', 'done', 'done', 'done', 'done', 'done')).name).toBe('ride')
  })
})

describe('the small triangle', () => {
  const marks = { saddle: { x_mm: -200, y_mm: 700 }, hand: { x_mm: 560, y_mm: 650 } }
  it('needs saddle and hand', () => {
    expect(triangle({ now: { saddle: marks.saddle }, goal: {} }, 60, 46)).toBeNull()
  })
  it('stands on the BB with the saddle to its left', () => {
    const drawn = triangle({ now: marks, goal: marks }, 60, 46)!
    const [bb, saddle, hand] = drawn.now
      .slice(1, -1)
      .split('L')
      .map((p) => p.split(' ').map(Number))
    expect(bb![1]).toBe(46)
    expect(saddle![0]).toBeLessThan(bb![0]!)
    expect(hand![0]).toBeGreaterThan(bb![0]!)
    expect(saddle![1]).toBeLessThan(hand![1]!)
    expect(drawn.goal).toBe(drawn.now)
  })
  it('fits even the tallest rider', () => {
    const tall = { saddle: { x_mm: -260, y_mm: 890 }, hand: { x_mm: 650, y_mm: 875 } }
    const points = triangle({ now: tall, goal: {} }, 60, 46)!
      .now.slice(1, -1)
      .split('L')
      .map((p) => p.split(' ').map(Number))
    for (const [x, y] of points) {
      expect(x).toBeGreaterThanOrEqual(0)
      expect(x).toBeLessThanOrEqual(62)
      expect(y).toBeGreaterThanOrEqual(-1)
    }
  })
})

import { describe, expect, it } from 'vitest'

import {
  type Asked,
  groups,
  inTurn,
  named,
  neighbour,
  nextOpen,
  repeats,
  soundsLikeAName,
  titleOf,
  withUnit,
} from './callout'
import { edgePoint } from './loupe'

function prompt(key: string, more: Partial<Asked> = {}): Asked {
  return {
    key,
    group: 'Saddle',
    title: key,
    hint: '',
    unit: 'mm',
    side: null,
    usual: true,
    skipped: false,
    typed: [],
    values: [],
    mean: null,
    spread: null,
    spread_limit: null,
    source: '',
    marks: [],
    ...more,
  }
}
const list = [
  prompt('a', { typed: ['1'] }),
  prompt('b', { skipped: true }),
  prompt('c'),
  prompt('d', { usual: false }),
  prompt('e', { group: 'Bar' }),
  prompt('f', { group: 'Bar', usual: false, typed: ['9'] }),
]

describe('the order of work', () => {
  it('asks the usual prompts, those read, and those chosen by name', () => {
    expect(inTurn(list, new Set()).map((p) => p.key)).toEqual(['a', 'b', 'c', 'e', 'f'])
    expect(inTurn(list, new Set(['d'])).map((p) => p.key)).toEqual(['a', 'b', 'c', 'd', 'e', 'f'])
  })
  it('goes on to what waits, past what is read or left for later, and round again', () => {
    const turn = inTurn(list, new Set())
    expect(nextOpen(turn, 'a')?.key).toBe('c')
    expect(nextOpen(turn, 'c')?.key).toBe('e')
    expect(nextOpen(turn, 'e')?.key).toBe('c')
    expect(nextOpen(turn, null)?.key).toBe('c')
    expect(nextOpen([list[0]!], 'a')).toBeNull()
  })
  it('steps to the neighbour and stays at the ends', () => {
    expect(neighbour(list, 'b', 1)?.key).toBe('c')
    expect(neighbour(list, 'a', -1)?.key).toBe('a')
    expect(neighbour(list, null, -1)?.key).toBe('f')
  })
  it('counts each group', () => {
    expect(groups(inTurn(list, new Set()))).toEqual([
      { name: 'Saddle', done: 1, all: 3, first: 'a' },
      { name: 'Bar', done: 1, all: 2, first: 'e' },
    ])
  })
})

describe('names', () => {
  it('tells a name from a number, and from words only after a slash', () => {
    expect(soundsLikeAName('nose', 'mm')).toBe(true)
    expect(soundsLikeAName('31 1/4 in', 'mm')).toBe(false)
    expect(soundsLikeAName("5'11", 'mm')).toBe(false)
    expect(soundsLikeAName('stiff', 'words')).toBe(false)
    expect(soundsLikeAName('/nose', 'words')).toBe(true)
  })
  it('finds every word in any order, titles that begin with it first', () => {
    const titled = [
      prompt('x', { title: 'Saddle mark to nose' }),
      prompt('y', { title: 'Nose behind BB' }),
      prompt('z', { title: 'Lever reach', side: 'left' }),
    ]
    expect(named(titled, 'nose').map((p) => p.key)).toEqual(['y', 'x'])
    expect(named(titled, '/mark nose').map((p) => p.key)).toEqual(['x'])
    expect(named(titled, 'lever left').map(titleOf)).toEqual(['Lever reach, left'])
  })
})

it('says repeats with their mean and spread', () => {
  expect(repeats(prompt('a', { typed: ['823'], mean: 823 }))).toBe('')
  expect(repeats(prompt('a', { typed: ['823', '825'], mean: 824, spread: 2 }))).toBe('823 and 825: mean 824, 2 apart')
  expect(repeats(prompt('a', { typed: ['1', '2', '4'], mean: 7 / 3, spread: 3 }))).toBe('1, 2 and 4: mean 2.3, 3 apart')
})

it('puts a line’s tag inside the loupe, on the line', () => {
  const mark = { x_mm: 100, y_mm: 50 }
  const on = edgePoint('M100 0L100 100', mark, 4, 64)
  expect(on.x).toBeCloseTo(0)
  expect(Math.abs(on.y)).toBeLessThanOrEqual(64)
  const far = edgePoint('M160 0L160 100', mark, 4, 64)
  expect(Math.hypot(far.x, far.y)).toBeCloseTo(64)
  expect(edgePoint('', mark, 4, 64)).toEqual({ x: 0, y: 64 })
})

it('takes a bare number for the unit beside the entry, and words as they are', () => {
  expect(withUnit('21 5/16', 'mm', 'in')).toBe('21 5/16 in')
  expect(withUnit('-2,5', 'mm', 'in')).toBe('-2,5 in')
  expect(withUnit('541.3 mm', 'mm', 'in')).toBe('541.3 mm')
  expect(withUnit('5\'11"', 'mm', 'in')).toBe('5\'11"')
  expect(withUnit('541', 'mm', 'mm')).toBe('541')
  expect(withUnit('7', '°', 'in')).toBe('7')
  expect(withUnit('28', 'words', 'in')).toBe('28')
})

import { describe, expect, it } from 'vitest'

import { columnsOf, figureOf, KINDS, type Part, stemGrid } from './parts'

const stem = (name: string, length_mm: number, angle_deg: number, bar_clamp_mm = 31.8) =>
  ({
    kind: 'stem',
    name,
    length_mm,
    angle_deg,
    bar_clamp_mm,
    clamp_height_mm: 40,
    both_ways: true,
    rung: 'small part',
    owned: false,
  }) as Part
const post = {
  kind: 'post',
  name: 'Mast',
  length_mm: 350,
  setback_mm: 0,
  diameter_mm: 27.2,
  least_insertion_mm: 90,
} as Part

describe('stems as a grid', () => {
  const grids = stemGrid([stem('a', 100, -6), stem('b', 90, -6), stem('c', 100, 17), stem('d', 50, 0, 35), post])
  it('has one for each clamp', () => expect(grids.map((g) => g.clamp)).toEqual([31.8, 35]))
  it('names the stem that stands there, and nothing where none does', () => {
    expect(grids[0]!.lengths).toEqual([90, 100])
    expect(grids[0]!.rows).toEqual([
      { angle: -6, has: ['b', 'a'] },
      { angle: 17, has: [null, 'c'] },
    ])
  })
})

describe('figures', () => {
  it('keeps the tenth of a diameter and turns a sign into a true minus', () => {
    expect(figureOf(post, 'diameter_mm', 'mm')).toBe('27.2')
    expect(figureOf(stem('a', 100, -6), 'angle_deg', 'mm')).toBe('−6°')
    expect(figureOf(stem('a', 101.6, -6), 'length_mm', 'in')).toBe('4')
    expect(figureOf(post, 'angle_deg', 'mm')).toBe('·')
  })
  it('has columns for every kind', () => {
    for (const [kind] of KINDS) expect(columnsOf(kind).length).toBeGreaterThan(0)
  })
})

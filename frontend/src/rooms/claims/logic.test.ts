import { describe, expect, it } from 'vitest'

import { box, joined, type Tried } from './logic'

const tried = (x: number, y: number): Tried => ({
  before: [
    [
      { x_mm: 0, y_mm: 0 },
      { x_mm: x, y_mm: y },
    ],
  ],
  after: [
    [
      { x_mm: 0, y_mm: 0 },
      { x_mm: x / 2, y_mm: y },
    ],
  ],
  mark_before: { x_mm: x, y_mm: y },
  mark_after: { x_mm: x / 2, y_mm: y },
  moved: [],
  stayed: [],
  holds: 'partly',
  verdict: '',
})

describe('the picture of a claim', () => {
  it.each([
    [100, 30],
    [8, 400],
    [0, 120],
  ])('keeps one scale and stays inside for %d by %d', (x, y) => {
    const b = box(tried(x, y), 620, 430)
    expect(b.x(10) - b.x(0)).toBeCloseTo(b.y(0) - b.y(10))
    for (const [px, py] of [
      [0, 0],
      [x, y],
    ] as const) {
      expect(b.x(px)).toBeGreaterThanOrEqual(47)
      expect(b.x(px)).toBeLessThanOrEqual(573)
      expect(b.y(py)).toBeGreaterThanOrEqual(47)
      expect(b.y(py)).toBeLessThanOrEqual(383)
    }
    expect(joined(tried(x, y).before[0]!, b)).toMatch(/^M[\d.]+ [\d.]+L[\d.]+ [\d.]+$/)
  })
})

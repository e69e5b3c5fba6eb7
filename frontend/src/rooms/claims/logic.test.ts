import { describe, expect, it } from 'vitest'

import { barOf, box } from './logic'

describe('the picture of a claim', () => {
  it.each([
    [0, 0, 300, 100],
    [-900, -340, 1000, 1500],
    [-20, 100, 30, 900],
  ])('fits its box %s %s %s %s into the screen, true both ways', (x0, y0, x1, y1) => {
    const b = box({ picture: { before: [], after: [], box: [x0, y0, x1, y1] } }, 620, 430)
    const [left, right] = [b.x(x0), b.x(x1)]
    const [low, high] = [b.y(y0), b.y(y1)]
    expect(left).toBeGreaterThanOrEqual(-1e-9)
    expect(right).toBeLessThanOrEqual(620 + 1e-9)
    expect(high).toBeGreaterThanOrEqual(-1e-9)
    expect(low).toBeLessThanOrEqual(430 + 1e-9)
    // One scale: a millimetre is as wide as it is high, and one of the two directions is filled.
    expect((right - left) / (x1 - x0)).toBeCloseTo((low - high) / (y1 - y0), 9)
    expect(Math.min(left, high)).toBeCloseTo(0, 6)
    // In the middle of the other.
    expect(left + right).toBeCloseTo(620, 6)
    expect(low + high).toBeCloseTo(430, 6)
  })

  it('keeps its bar of length readable', () => {
    expect(barOf(1, 620)).toBe(100)
    expect(barOf(0.2, 620)).toBe(500)
    expect(barOf(6, 620)).toBe(20)
    expect(barOf(50, 620)).toBe(10)
  })
})

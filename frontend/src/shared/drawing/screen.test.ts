import { describe, expect, it } from 'vitest'

import { fit, ticks, tickStep, toScreen, zoomed } from './screen'

const SIZE = { width: 860, height: 576 }
const MARGIN = { left: 56, right: 150, top: 20, bottom: 34 }

describe('fitting a drawing to the glass', () => {
  it.each([
    [-760, -280, 940, 1430],
    [-700, -280, 1300, 1000],
    [-400, -260, 400, 1900],
  ])('keeps all of %d…%d within the margins, upright and true to scale', (...bounds) => {
    const frame = fit(bounds as [number, number, number, number], SIZE, MARGIN)
    const low = toScreen(frame, bounds[0], bounds[1])
    const high = toScreen(frame, bounds[2], bounds[3])
    expect(low.x).toBeGreaterThanOrEqual(MARGIN.left - 1e-9)
    expect(high.x).toBeLessThanOrEqual(SIZE.width - MARGIN.right + 1e-9)
    expect(high.y).toBeGreaterThanOrEqual(MARGIN.top - 1e-9)
    expect(low.y).toBeCloseTo(SIZE.height - MARGIN.bottom)
    expect(high.y).toBeLessThan(low.y)
    const across = (high.x - low.x) / (bounds[2] - bounds[0])
    const up = (low.y - high.y) / (bounds[3] - bounds[1])
    expect(across).toBeCloseTo(up)
  })

  it('survives an empty drawing', () => {
    expect(Number.isFinite(fit([0, 0, 0, 0], SIZE, MARGIN).scale)).toBe(true)
  })
})

describe('zooming', () => {
  const frame = fit([-760, -280, 940, 1430], SIZE, MARGIN)
  it('leaves the point under the pointer where it is', () => {
    const wheel = zoomed(frame, 1.7, 300, 200)
    const x = (300 - frame.left) / frame.scale
    const y = (frame.top - 200) / frame.scale
    const after = toScreen(wheel, x, y)
    expect(after.x).toBeCloseTo(300)
    expect(after.y).toBeCloseTo(200)
  })
  it('stops at both ends', () => {
    expect(zoomed(frame, 1e9, 0, 0).scale).toBe(8)
    expect(zoomed(frame, 1e-9, 0, 0).scale).toBe(0.12)
  })
})

describe('ticks', () => {
  it('are round and inside', () => {
    expect(ticks(-250, 410, 200)).toEqual([-200, 0, 200, 400])
    expect(ticks(1, 2, 200)).toEqual([])
  })
  it('lie far enough apart', () => {
    for (const scale of [0.12, 0.3, 1, 4, 8]) expect(tickStep(scale, 56) * scale).toBeGreaterThanOrEqual(56)
    expect(tickStep(0.001, 56)).toBe(1000)
  })
})

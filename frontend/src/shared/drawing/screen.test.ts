import { describe, expect, it } from 'vitest'

import { fit, toScreen } from './screen'

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

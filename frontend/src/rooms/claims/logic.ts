import type { Schemas } from '@/shared/api/client'

export type Claim = Schemas['ClaimOut']
export type Tried = Schemas['ClaimTried']
type At = Schemas['ClaimTried']['mark_before']

export interface Box {
  scale: number
  x: (mm: number) => number
  y: (mm: number) => number
}

/** One scale for both pictures, true in both directions, with a margin all round. */
export function box(tried: Tried, width: number, height: number): Box {
  const points = [...tried.before, ...tried.after].flat()
  const xs = points.map((p) => p.x_mm)
  const ys = points.map((p) => p.y_mm)
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const margin = 48
  const scale = Math.min((width - 2 * margin) / Math.max(x1 - x0, 1), (height - 2 * margin) / Math.max(y1 - y0, 1))
  const left = (width - (x1 - x0) * scale) / 2
  const low = (height + (y1 - y0) * scale) / 2
  return { scale, x: (mm) => left + (mm - x0) * scale, y: (mm) => low - (mm - y0) * scale }
}

/** A stroke as a path on the screen. */
export const joined = (stroke: At[], b: Box) =>
  stroke.map((p, i) => `${i ? 'L' : 'M'}${b.x(p.x_mm).toFixed(1)} ${b.y(p.y_mm).toFixed(1)}`).join('')

import type { Schemas } from '@/shared/api/client'

export type Claim = Schemas['ClaimOut']
export type Tried = Schemas['ClaimTried']

export interface Box {
  scale: number
  x: (mm: number) => number
  y: (mm: number) => number
}

/** The picture's box in the middle of the screen's, true in both directions. */
export function box(tried: Pick<Tried, 'picture'>, width: number, height: number): Box {
  const [x0 = 0, y0 = 0, x1 = 1, y1 = 1] = tried.picture.box
  const scale = Math.min(width / Math.max(x1 - x0, 1), height / Math.max(y1 - y0, 1))
  const left = (width - (x1 - x0) * scale) / 2
  const low = (height + (y1 - y0) * scale) / 2
  return { scale, x: (mm) => left + (mm - x0) * scale, y: (mm) => low - (mm - y0) * scale }
}

/** A length for the scale's bar: the longest of these that takes no more than a fifth of the width. */
export const barOf = (scale: number, width: number) =>
  [500, 200, 100, 50, 20, 10].find((mm) => mm * scale <= width / 5) ?? 10

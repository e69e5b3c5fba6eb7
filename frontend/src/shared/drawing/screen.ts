/** Screen coordinates of the elevation: where a millimetre from the BB lies on the glass. Nothing more. */
export interface Frame {
  /** px per mm */
  scale: number
  /** px of the BB */
  left: number
  top: number
}

export interface Size {
  width: number
  height: number
}

export type Bounds = readonly [number, number, number, number]

/** The view that shows `bounds` (least x, least y, greatest x, greatest y in mm) with margins in px. */
export function fit(
  bounds: Bounds,
  size: Size,
  margin: { left: number; right: number; top: number; bottom: number },
): Frame {
  const [x0, y0, x1, y1] = bounds
  const wide = Math.max(1, size.width - margin.left - margin.right)
  const high = Math.max(1, size.height - margin.top - margin.bottom)
  const scale = Math.min(wide / Math.max(1, x1 - x0), high / Math.max(1, y1 - y0))
  return {
    scale,
    left: margin.left + (wide - (x1 - x0) * scale) / 2 - x0 * scale,
    top: size.height - margin.bottom + y0 * scale,
  }
}

export function toScreen(frame: Frame, x: number, y: number): { x: number; y: number } {
  return { x: frame.left + x * frame.scale, y: frame.top - y * frame.scale }
}

/** Zoomed by `factor` about a point of the glass, which stays where it is. */
export function zoomed(frame: Frame, factor: number, x: number, y: number): Frame {
  const scale = Math.min(8, Math.max(0.12, frame.scale * factor))
  const by = scale / frame.scale
  return { scale, left: x - (x - frame.left) * by, top: y - (y - frame.top) * by }
}

/** Round tick values between two bounds, a step apart. */
export function ticks(from: number, to: number, step: number): number[] {
  const found: number[] = []
  for (let v = Math.ceil(from / step) * step; v <= to; v += step) found.push(v)
  return found
}

/** A step for ticks that lie at least `px` apart. */
export function tickStep(scale: number, px: number): number {
  for (const step of [1, 2, 5, 10, 20, 50, 100, 200, 500]) if (step * scale >= px) return step
  return 1000
}

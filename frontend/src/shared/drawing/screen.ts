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

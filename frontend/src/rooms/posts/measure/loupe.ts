/** Where on the glass a line's tag stands: its point nearest to a circle about the mark, in px. Screen only. */
export function edgePoint(
  d: string,
  mark: { x_mm: number; y_mm: number },
  scale: number,
  radius: number,
): { x: number; y: number } {
  const numbers = d.match(/-?\d+(\.\d+)?/g)?.map(Number) ?? []
  const points: { x: number; y: number }[] = []
  for (let i = 0; i + 1 < numbers.length; i += 2) {
    points.push({ x: (numbers[i]! - mark.x_mm) * scale, y: -(numbers[i + 1]! - mark.y_mm) * scale })
  }
  let best = { x: 0, y: radius }
  let least = Infinity
  for (let i = 0; i + 1 < points.length; i++) {
    for (let s = 0; s <= 1; s += 0.05) {
      const x = points[i]!.x + (points[i + 1]!.x - points[i]!.x) * s
      const y = points[i]!.y + (points[i + 1]!.y - points[i]!.y) * s
      // The lower half is kept free of the mark's leader.
      const off = Math.abs(Math.hypot(x, y) - radius * 0.72) + (y < 0 ? 8 : 0)
      if (off < least) {
        least = off
        best = { x, y }
      }
    }
  }
  const far = Math.hypot(best.x, best.y)
  return far > radius ? { x: (best.x * radius) / far, y: (best.y * radius) / far } : best
}

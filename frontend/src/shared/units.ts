import type { Unit } from './settings'

export const MINUS = '−'

function gcd(a: number, b: number): number {
  return b === 0 ? a : gcd(b, a % b)
}

/** Whole mm, or a half where the value is exactly one; halves upward, as the core shows them. */
export function showMm(mm: number): string {
  const half = Math.abs((mm * 2) % 2) === 1
  const shown = half ? Math.abs(mm).toFixed(1) : String(Math.abs(Math.floor(mm + 0.5)))
  const negative = half ? mm < 0 : Math.floor(mm + 0.5) < 0
  return negative ? MINUS + shown : shown
}

/** Inches to the nearest sixteenth, such as 29 5/16. */
export function showInch(mm: number): string {
  const sixteenths = Math.round((Math.abs(mm) / 25.4) * 16)
  const inches = Math.floor(sixteenths / 16)
  const part = sixteenths % 16
  const sign = mm < 0 && sixteenths > 0 ? MINUS : ''
  if (part === 0) return `${sign}${inches}`
  const by = gcd(part, 16)
  const fraction = `${part / by}/${16 / by}`
  return inches ? `${sign}${inches} ${fraction}` : `${sign}${fraction}`
}

/** A length in the unit the fitter asked for. */
export function show(mm: number, unit: Unit): string {
  return unit === 'mm' ? showMm(mm) : showInch(mm)
}

/** A length within a sentence, as the server tells one: bare mm, or inches with their mark. */
export function told(mm: number, unit: Unit): string {
  return unit === 'in' ? `${showInch(mm)}″` : showMm(mm)
}

/** With its sign, for moves and misses. */
export function showSigned(mm: number, unit: Unit): string {
  const text = show(mm, unit)
  return text === '0' || text.startsWith(MINUS) ? text : `+${text}`
}

/** Whole degrees. */
export function showDeg(deg: number): string {
  const whole = Math.round(deg)
  return whole < 0 ? `${MINUS}${-whole}°` : `${whole}°`
}

/** A signed stop such as a stem's angle. */
export function showStop(value: number, signed: boolean): string {
  const text = Number.isInteger(value) ? String(Math.abs(value)) : Math.abs(value).toFixed(1)
  if (value < 0) return MINUS + text
  return signed && value > 0 ? `+${text}` : text
}

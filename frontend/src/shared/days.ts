/** Today, as files keep a day: the reader's own, not Greenwich's. */
export function today(at: Date = new Date()): string {
  const two = (n: number) => String(n).padStart(2, '0')
  return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}`
}

/** A kept day as it is read: 2026-03-08 is 8 Mar. */
export function shortDay(day: string, dates: string): string {
  return new Date(`${day}T12:00:00`).toLocaleDateString(dates, { day: 'numeric', month: 'short', year: '2-digit' })
}

/** So many days from one kept day to another. */
export function daysBetween(from: string, to: string): number {
  return Math.round((Date.parse(`${to}T00:00:00Z`) - Date.parse(`${from}T00:00:00Z`)) / 86_400_000)
}

import type { DayLine, Post } from '@/shared/api/client'

/** Whether a line of the day book answers what was asked: every word, anywhere in it. */
type Found = Pick<DayLine, 'rider' | 'bike' | 'title' | 'reason' | 'about' | 'due'>
export function matches(line: Found, asked: string): boolean {
  const due = line.due.map((d) => `${d.kind} ${d.asks}`).join(' ')
  const text = `${line.rider} ${line.bike} ${line.title} ${line.reason} ${line.about} ${due}`.toLowerCase()
  return asked
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

/** What is due of every file, the first day first. */
export function dueOf(lines: Pick<DayLine, 'id' | 'rider' | 'due'>[]) {
  return lines
    .flatMap((l) => l.due.map((d) => ({ ...d, fit: l.id, rider: l.rider })))
    .sort((a, b) => a.on.localeCompare(b.on) || a.rider.localeCompare(b.rider))
}

/** The post to open: the first stale or unfinished one, in the order of work. */
export function nextPost(line: Pick<DayLine, 'trail'>): Post {
  return (
    line.trail.find((p) => p.state === 'stale') ??
    line.trail.find((p) => p.state === 'work' || p.state === 'empty') ??
    line.trail.at(-1)!
  )
}

/** BB, saddle and hand as a small triangle on screen, of what is now and what is wanted. */
export function triangle(line: Pick<DayLine, 'now' | 'goal'>, width: number, height: number) {
  const { saddle, hand } = line.now
  if (!saddle || !hand) return null
  const scale = Math.min(width / 1000, height / 900)
  const left = 300 * scale
  const draw = (marks: DayLine['now']) => {
    const s = marks.saddle!
    const h = marks.hand!
    const p = (m: { x_mm: number; y_mm: number }) =>
      `${(left + m.x_mm * scale).toFixed(1)} ${(height - m.y_mm * scale).toFixed(1)}`
    return `M${left.toFixed(1)} ${height}L${p(s)}L${p(h)}Z`
  }
  return { now: draw(line.now), goal: line.goal.saddle && line.goal.hand ? draw(line.goal) : '' }
}

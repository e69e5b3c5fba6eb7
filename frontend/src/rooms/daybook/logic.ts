import type { DayLine, Post } from '@/shared/api/client'

type Found = Pick<DayLine, 'rider' | 'bike' | 'title' | 'reason' | 'about' | 'due' | 'words'>
const asWords = (asked: string) => asked.toLowerCase().split(/\s+/).filter(Boolean)
const due = (line: Pick<DayLine, 'due'>) => line.due.map((d) => `${d.kind} ${d.asks}`)

/** Whether a line of the day book answers what was asked: every word, anywhere in it, parts and complaints too. */
export function matches(line: Found, asked: string): boolean {
  const told = [line.rider, line.bike, line.title, line.reason, line.about, ...due(line), ...line.words]
  const text = told.join(' ').toLowerCase()
  return asWords(asked).every((word) => text.includes(word))
}

/** What of a line answers, where its name and bike do not: the first that holds a word that was asked. */
export function answering(line: Found, asked: string): string {
  const seen = `${line.rider} ${line.bike || line.about}`.toLowerCase()
  const wanted = asWords(asked).filter((word) => !seen.includes(word))
  const told = [line.title, line.reason, ...due(line), ...line.words]
  return told.find((it) => wanted.some((word) => it.toLowerCase().includes(word))) ?? ''
}

type DueOf = ReturnType<typeof dueOf>
/** The week that a day is in, Monday first, each day with what is due on it. */
export function weekOf(day: string, all: DueOf): { day: string; due: DueOf }[] {
  const at = new Date(`${day}T12:00:00Z`)
  const monday = at.getTime() - ((at.getUTCDay() + 6) % 7) * 86_400_000
  return Array.from({ length: 7 }, (_, i) => {
    const on = new Date(monday + i * 86_400_000).toISOString().slice(0, 10)
    return { day: on, due: all.filter((d) => d.on === on) }
  })
}

/** So many days after a kept day. */
export function after(day: string, days: number): string {
  return new Date(Date.parse(`${day}T12:00:00Z`) + days * 86_400_000).toISOString().slice(0, 10)
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

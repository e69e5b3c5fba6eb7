/** The order of the call-out: what is asked next, what a typed name leads to, how far each group is. Pure. */
import type { Schemas } from '@/shared/api/client'
import type { Unit } from '@/shared/settings'

export type Asked = Schemas['Asked']

export const read = (it: Asked) => it.typed.length > 0

/** The prompts asked in turn: the usual ones, and any other that was read or chosen by name. */
export function inTurn(asked: Asked[], chosen: ReadonlySet<string>): Asked[] {
  return asked.filter((it) => it.usual || read(it) || chosen.has(it.key))
}

/** The first prompt after `from` that waits for a reading; those left for later only once nothing else waits. */
export function nextOpen(turn: Asked[], from: string | null): Asked | null {
  const at = turn.findIndex((it) => it.key === from)
  const round = [...turn.slice(at + 1), ...turn.slice(0, at + 1)]
  return round.find((it) => !read(it) && !it.skipped) ?? null
}

/** The neighbour of `from`, read or not; stays at the ends. */
export function neighbour(turn: Asked[], from: string | null, by: 1 | -1): Asked | null {
  const at = turn.findIndex((it) => it.key === from)
  if (at < 0) return turn[by > 0 ? 0 : turn.length - 1] ?? null
  return turn[at + by] ?? turn[at] ?? null
}

/** Whether what is typed is the beginning of a name: letters where a number is asked, or anything after a slash. */
export function soundsLikeAName(draft: string, unit: Asked['unit']): boolean {
  return /^\s*\/./.test(draft) || (unit !== 'words' && /^\s*[a-z]{2,}/i.test(draft))
}

/** Prompts whose title has every word typed, those that begin with it first. */
export function named(asked: Asked[], words: string): Asked[] {
  const parts = words.replace('/', ' ').toLowerCase().split(/\s+/).filter(Boolean)
  const titled = asked.map((it) => ({ it, title: titleOf(it).toLowerCase() }))
  const found = titled.filter(({ title }) => parts.every((p) => title.includes(p)))
  const first = parts[0] ?? ''
  return found.sort((a, b) => Number(b.title.startsWith(first)) - Number(a.title.startsWith(first))).map(({ it }) => it)
}

export const titleOf = (it: Pick<Asked, 'title' | 'side'>) => (it.side ? `${it.title}, ${it.side}` : it.title)

export interface GroupProgress {
  name: string
  done: number
  all: number
  first: string
}

/** Each group of the order of work with how many of its prompts are read. */
export function groups(turn: Asked[]): GroupProgress[] {
  const made: GroupProgress[] = []
  for (const it of turn) {
    const last = made.find((g) => g.name === it.group)
    const group = last ?? { name: it.group, done: 0, all: 0, first: it.key }
    if (!last) made.push(group)
    group.all += 1
    if (read(it)) group.done += 1
  }
  return made
}

/** The numbers of repeats in words: `823 and 825, mean 824`. */
export function repeats(it: Asked): string {
  if (it.typed.length < 2 || it.mean === null || it.mean === undefined) return ''
  const said = `${it.typed.slice(0, -1).join(', ')} and ${it.typed.at(-1)}`
  const spread = it.spread === null || it.spread === undefined ? '' : `, ${Number(it.spread.toFixed(1))} apart`
  return `${said}: mean ${Number(it.mean.toFixed(1))}${spread}`
}

/** A bare number is of the unit that stands beside the entry; words that carry their own are left as they are. */
export function withUnit(typed: string, prompt: Asked['unit'], shown: Unit): string {
  return prompt === 'mm' && shown === 'in' && /^[\d\s.,/+\-−¼½¾⅛⅜⅝⅞]+$/.test(typed) ? `${typed} in` : typed
}

/** What the rider's record says beside each number, and where edges lie while they are dragged. Pure. */
import type { Schemas } from '@/shared/api/client'
import { said, t } from '@/shared/i18n'
import type { Unit } from '@/shared/settings'
import { show } from '@/shared/units'

export type Taken = Schemas['Taken']
export type MeasureLine = Schemas['MeasureLine']
export type Use = Schemas['Use']

/** A measure as it stands in the record: mm or kg, or inches where they are asked for. */
export function figure(taken: Taken | undefined, line: MeasureLine, unit: Unit): string {
  if (!taken) return ''
  return line.unit === 'kg' ? `${Math.round(taken.value)} kg` : show(taken.value, unit)
}

/** What stands beside it: repeats, sides, the words it was typed in, else how it is taken. */
export function beside(taken: Taken | undefined, line: MeasureLine, unit: Unit): string {
  if (!taken) return line.how
  const values = taken.values ?? []
  if (values.length > 1)
    return values.length === 2
      ? t('twice, {figures}', { figures: figures(values, unit) })
      : t('{n} times, {figures}', { n: values.length, figures: figures(values, unit) })
  const sides = () => ({ left: show(taken.left!, unit), right: show(taken.right!, unit) })
  if (line.sides) return `${line.sides}, ${t('L {left} R {right}', sides())}`
  if (taken.how) return taken.how
  return taken.typed === figure(taken, line, unit) ? line.how : taken.typed
}

const figures = (values: number[], unit: Unit) => values.map((v) => show(v, unit)).join(t(' and '))

/** px from the left of a 140 px rule whose usual range lies between 33 and 107. */
export function placeInRange(value: number, least: number, greatest: number): number {
  return Math.max(2, Math.min(138, 33 + ((value - least) / (greatest - least)) * 74))
}

/** Shares while an edge is held: only its two neighbours move, each keeps 1. */
export function held(shares: number[], edge: number, by: number): number[] {
  const move = Math.max(1 - shares[edge]!, Math.min(by, shares[edge + 1]! - 1))
  return shares.map((s, i) => (i === edge ? s + move : i === edge + 1 ? s - move : s))
}

export const USE_LABELS: Record<string, string> = {
  road: said('Road'),
  endurance: said('Endurance'),
  gravel: said('Gravel'),
  cyclocross: said('Cyclocross'),
  'cross-country': said('Cross-country'),
  trail: said('Trail'),
  city: said('City'),
  'time-trial': said('Time trial'),
  trainer: said('Trainer'),
}

export const useLabel = (use: string) => t(USE_LABELS[use] ?? use)

/** A use under its share: `4 h, alone`. */
export function useNote(use: Use): string {
  return [use.hours ? t('{hours} h', { hours: use.hours }) : '', use.note ?? ''].filter(Boolean).join(', ')
}

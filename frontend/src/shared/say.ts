import type { Schemas } from '@/shared/api/client'
import type { Unit } from '@/shared/settings'
import { MINUS, showInch, showMm } from '@/shared/units'

type Said = Schemas['SaidOut']
type Value = Schemas['ValueOut']

/** Sentences of the server in the reader's units: templates with named values, joined by semicolons. */
export function textOf(said: readonly Said[], unit: Unit): string {
  return said.map((it) => one(it, unit)).join('; ')
}

function one(it: Said, unit: Unit): string {
  return it.template.replace(/\{(\w+)\}/g, (place, name: string) => {
    const value = it.values[name]
    return value ? shown(value, unit) : place
  })
}

function shown(value: Value, unit: Unit): string {
  if (value.said) return one(value.said, unit)
  if (value.kind === 'words') return value.text ?? ''
  const n = value.number ?? 0
  if (value.kind === 'count') return String(n)
  if (value.kind === 'angle') return signed(String(Number(Math.abs(n).toPrecision(6))), n, value.signed) + '°'
  if (unit === 'in') return signed(showInch(Math.abs(n)), n, value.signed) + '″'
  const figure = value.exact ? String(Number(Math.abs(n).toPrecision(6))) : showMm(Math.abs(n))
  return `${signed(figure, n, value.signed)} mm`
}

function signed(figure: string, value: number, plus = false): string {
  if (figure === '0') return figure
  return (value < 0 ? MINUS : plus ? '+' : '') + figure
}

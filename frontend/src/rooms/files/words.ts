import { said, t } from '@/shared/i18n'

import type { Command } from './useSheet'

/** Plain words for a command that is not kept yet, for conflicts and notices. */
export function commandWords(command: Command, titles: ReadonlyMap<string, string> = new Map()): string {
  const { do: name, ...asked } = command
  const key = 'key' in asked ? asked.key : ''
  const what = key ? (titles.get(key) ?? key.replace(/[._]/g, ' ')) : subject(name, asked)
  const values = Object.entries(asked).filter(
    ([field]) => !['key', 'mark', 'what', 'rule'].includes(field) || (field === 'what' && key),
  )
  const told = values.map(([field, value]) => plain(field, value)).filter(Boolean)
  const tail = told.length ? told.join(', ') : t('yes')
  return `${what.charAt(0).toUpperCase()}${what.slice(1)}: ${name === 'measure.take_back' ? t('taken back') : tail}`
}

function subject(name: string, asked: object): string {
  const named = ['mark', 'what', 'rule']
    .map((f) => (asked as Record<string, unknown>)[f])
    .find((v) => typeof v === 'string')
  const [room, act] = name.split('.') as [string, string]
  return `${named ? `${String(named)} ` : ''}${room === 'goal' && named ? 'goal' : named ? '' : act.replace(/_/g, ' ')}`
    .trim()
    .replace(/_mm$/, '')
    .replace(/_/g, ' ')
}

const SIGNED: Record<string, string> = { by_x_mm: said('{by} fore'), by_y_mm: said('{by} up') }

function plain(field: string, value: unknown): string {
  if (value === null || value === undefined || value === '')
    return field === 'typed' || field === 'size' || field === 'part' ? t('taken back') : ''
  if (field in SIGNED) return t(SIGNED[field]!, { by: signed(Number(value)) })
  if (field === 'length_mm') return `${String(value)} mm`
  if (field === 'angle_deg') return `${signed(Number(value))}°`
  if (value === true) return field === 'over' ? t('turned over') : field
  if (value === false) return field === 'over' ? t('as printed') : ''
  return typeof value === 'object'
    ? Object.entries(value)
        .map(([f, v]) => `${f.replace(/_/g, ' ')} ${String(v)}`)
        .join(', ')
    : String(value)
}

function signed(n: number): string {
  return n > 0 ? `+${n}` : n < 0 ? `−${-n}` : '0'
}

/** Plain words for a change's path and value, for conflicts and notices. */
export function valueWords(path: string, value: unknown, titles: ReadonlyMap<string, string> = new Map()): string {
  const key = value && typeof value === 'object' && 'key' in value ? String(value.key) : ''
  const name = key ? (titles.get(key) ?? key.replace(/[._]/g, ' ')) : path.split('.').slice(-1)[0]!.replace(/_mm$/, '').replace(/_/g, ' ')
  const label = path.startsWith('goal.') && value && typeof value === 'object' ? `${name} goal` : name
  return `${label.charAt(0).toUpperCase()}${label.slice(1)}: ${plain(value)}`
}

function plain(value: unknown): string {
  if (value === null || value === '') return 'taken back'
  if (typeof value === 'object') {
    const it = value as Record<string, unknown>
    if (it.typed === null) return 'taken back'
    if ('typed' in it) return String(it.typed)
    if ('what' in it) return String(it.what)
    if ('dx_mm' in it) return `${signed(it.dx_mm)} fore, ${signed(it.dy_mm)} up`
    if ('length_mm' in it) return `${it.length_mm} at ${signed(it.angle_deg)}°`
    return JSON.stringify(value)
  }
  if (value === true) return 'yes'
  return String(value)
}

function signed(value: unknown): string {
  const n = Number(value)
  return n > 0 ? `+${n}` : n < 0 ? `−${-n}` : '0'
}

export const DISCIPLINES: Record<string, string> = {
  road: 'Road',
  endurance: 'Endurance',
  gravel: 'Gravel',
  cyclocross: 'Cyclocross',
  'cross-country': 'Cross-country',
  trail: 'Trail',
  city: 'City',
  'time-trial': 'Time trial',
}

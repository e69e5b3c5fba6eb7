/** Plain words for a change's path and value, for conflicts and notices. */
export function valueWords(path: string, value: unknown): string {
  const name = path.split('.').slice(-1)[0]!.replace(/_mm$/, '').replace(/_/g, ' ')
  const label = path.startsWith('goal.') && value && typeof value === 'object' ? `${name} goal` : name
  return `${label.charAt(0).toUpperCase()}${label.slice(1)}: ${plain(value)}`
}

function plain(value: unknown): string {
  if (value === null || value === '') return 'taken back'
  if (typeof value === 'object') {
    const it = value as Record<string, unknown>
    if ('typed' in it) return String(it.typed)
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

import type { Schemas } from '@/shared/api/client'
import type { Unit } from '@/shared/settings'
import { MINUS, show } from '@/shared/units'

export type Part = Schemas['ShelvedPart']['part']

export const KINDS: [Part['kind'], string][] = [
  ['stem', 'Stems'],
  ['spacer', 'Spacers'],
  ['drop_bar', 'Drop bars'],
  ['flat_bar', 'Flat and riser bars'],
  ['post', 'Posts'],
  ['saddle', 'Saddles'],
]

const COLUMNS: Record<Part['kind'], [string, string][]> = {
  stem: [['length_mm', 'Length'], ['angle_deg', 'Angle'], ['clamp_height_mm', 'Clamp height'], ['bar_clamp_mm', 'Bar clamp']],
  spacer: [['height_mm', 'Height']],
  drop_bar: [['width_mm', 'Width'], ['reach_mm', 'Reach'], ['drop_mm', 'Drop'], ['bend_radius_mm', 'Bend'], ['ramp_deg', 'Ramp'], ['bar_clamp_mm', 'Clamp']],
  flat_bar: [['width_mm', 'Width'], ['rise_mm', 'Rise'], ['sweep_deg', 'Sweep'], ['upsweep_deg', 'Upsweep'], ['bar_clamp_mm', 'Clamp']],
  post: [['length_mm', 'Length'], ['setback_mm', 'Setback'], ['diameter_mm', 'Diameter'], ['least_insertion_mm', 'Least in']],
  saddle: [['rail_to_top_mm', 'Rail to top'], ['mark_to_s_mm', 'Mark ahead'], ['nose_to_s_mm', 'Nose ahead'], ['rail_room_mm', 'Rail room']],
}

export const columnsOf = (kind: Part['kind']) => COLUMNS[kind]

/** A part's figure as the shelf shows it; diameters keep their tenth. */
export function figureOf(part: Part, field: string, unit: Unit): string {
  const value = (part as unknown as Record<string, unknown>)[field]
  if (typeof value !== 'number') return '·'
  if (field.endsWith('_deg')) return `${value < 0 ? MINUS : ''}${Math.abs(value)}°`
  if (field === 'diameter_mm' || field === 'bar_clamp_mm') return value.toFixed(1)
  return show(value, unit)
}

/** Stems as a grid for each bar clamp: which length stands at which angle. */
export function stemGrid(parts: Part[]) {
  const stems = parts.filter((p): p is Extract<Part, { kind: 'stem' }> => p.kind === 'stem')
  const clamps = [...new Set(stems.map((s) => s.bar_clamp_mm ?? 31.8))].sort((a, b) => a - b)
  return clamps.map((clamp) => {
    const mine = stems.filter((s) => (s.bar_clamp_mm ?? 31.8) === clamp)
    const lengths = [...new Set(mine.map((s) => s.length_mm))].sort((a, b) => a - b)
    const angles = [...new Set(mine.map((s) => s.angle_deg))].sort((a, b) => a - b)
    const rows = angles.map((angle) => ({
      angle,
      has: lengths.map((length) => mine.find((s) => s.length_mm === length && s.angle_deg === angle)?.name ?? null),
    }))
    return { clamp, lengths, rows }
  })
}

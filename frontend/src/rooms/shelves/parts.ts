import type { Schemas } from '@/shared/api/client'
import type { Unit } from '@/shared/settings'
import { MINUS, show } from '@/shared/units'

export type Part = Schemas['ShelvedPart']['part']

export const KINDS: [Part['kind'], string][] = [
  ['stem', 'Stems'],
  ['spacer', 'Spacers'],
  ['cover', 'Headset covers'],
  ['drop_bar', 'Drop bars'],
  ['flat_bar', 'Flat and riser bars'],
  ['cockpit', 'One-piece cockpits'],
  ['aero_bar', 'Aero bars'],
  ['lever', 'Levers'],
  ['grip', 'Grips'],
  ['post', 'Posts'],
  ['saddle', 'Saddles'],
  ['crank', 'Cranks'],
  ['pedal', 'Pedals'],
  ['cleat', 'Cleats'],
  ['shoe', 'Shoes'],
]

const COLUMNS: Record<Part['kind'], [string, string][]> = {
  stem: [
    ['length_mm', 'Length'],
    ['angle_deg', 'Angle'],
    ['clamp_height_mm', 'Clamp height'],
    ['bar_clamp_mm', 'Bar clamp'],
    ['steerer_mm', 'Steerer'],
  ],
  spacer: [['height_mm', 'Height']],
  cover: [
    ['height_mm', 'Height'],
    ['bearing_mm', 'Bearing'],
  ],
  drop_bar: [
    ['width_mm', 'Width'],
    ['drops_width_mm', 'At drops'],
    ['reach_mm', 'Reach'],
    ['drop_mm', 'Drop'],
    ['bend_radius_mm', 'Bend'],
    ['ramp_deg', 'Ramp'],
    ['drop_end_deg', 'Drop end'],
    ['bar_clamp_mm', 'Clamp'],
  ],
  flat_bar: [
    ['width_mm', 'Width'],
    ['trim_to_mm', 'Trims to'],
    ['rise_mm', 'Rise'],
    ['sweep_deg', 'Sweep'],
    ['upsweep_deg', 'Upsweep'],
    ['bar_clamp_mm', 'Clamp'],
  ],
  cockpit: [
    ['listed', 'Listed, stem / width'],
    ['angle_deg', 'Angle'],
    ['reach_mm', 'Reach'],
    ['drop_mm', 'Drop'],
    ['spacers_mm', 'Own spacers'],
  ],
  aero_bar: [
    ['pad_fore_aft_mm', 'Pads fore-aft'],
    ['pad_stacks_mm', 'Pad stacks'],
    ['bar_clamp_mm', 'Clamp'],
  ],
  lever: [
    ['lever_forward_mm', 'Forward'],
    ['lever_out_mm', 'Out'],
    ['lever_slope_deg', 'Slope'],
    ['blade_least_mm', 'Blade from'],
    ['blade_greatest_mm', 'Blade to'],
  ],
  grip: [
    ['length_mm', 'Length'],
    ['diameter_mm', 'Diameter'],
  ],
  post: [
    ['length_mm', 'Length'],
    ['setback_mm', 'Setback'],
    ['diameter_mm', 'Diameter'],
    ['least_insertion_mm', 'Least in'],
    ['travel_mm', 'Travel'],
  ],
  saddle: [
    ['width_mm', 'Width'],
    ['rail_to_top_mm', 'Rail to top'],
    ['mark_to_s_mm', 'Mark ahead'],
    ['nose_to_s_mm', 'Nose ahead'],
    ['rail_room_mm', 'Rail room'],
  ],
  crank: [
    ['length_mm', 'Length'],
    ['q_mm', 'Q'],
    ['rings', 'Rings'],
  ],
  pedal: [
    ['stack_mm', 'Stack'],
    ['axle_extra_mm', 'Axle extra'],
    ['platform_mm', 'Platform'],
    ['float_deg', 'Float'],
  ],
  cleat: [
    ['stack_mm', 'Stack'],
    ['fore_aft_mm', 'Fore-aft'],
    ['sideways_mm', 'Sideways'],
    ['float_deg', 'Float'],
  ],
  shoe: [
    ['sole_mm', 'Sole'],
    ['aft_least_mm', 'Aft from'],
    ['aft_greatest_mm', 'Aft to'],
  ],
}

export const columnsOf = (kind: Part['kind']) => COLUMNS[kind]

// Diameters keep their tenth.
const TENTHS = new Set(['diameter_mm', 'bar_clamp_mm', 'steerer_mm', 'bearing_mm'])
const plain = (value: unknown) => String(value).replace('-', MINUS)

/** A part's figure as the shelf shows it; diameters keep their tenth. */
export function figureOf(part: Part, field: string, unit: Unit): string {
  const value = (part as unknown as Record<string, unknown>)[field]
  if (Array.isArray(value))
    return value.length > 5
      ? `${value.slice(0, 3).map(plain).join(' ')} … ${plain(value.at(-1))}`
      : value.map(plain).join(' ')
  if (typeof value !== 'number') return '·'
  if (field.endsWith('_deg')) return `${value < 0 ? MINUS : ''}${Math.abs(value)}°`
  if (TENTHS.has(field)) return value.toFixed(1)
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

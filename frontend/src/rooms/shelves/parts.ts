import type { Schemas } from '@/shared/api/client'
import { said } from '@/shared/i18n'
import type { Unit } from '@/shared/settings'
import { MINUS, show } from '@/shared/units'

export type Part = Schemas['ShelvedPart']['part']

export const KINDS: [Part['kind'], string][] = [
  ['stem', said('Stems')],
  ['spacer', said('Spacers')],
  ['cover', said('Headset covers')],
  ['drop_bar', said('Drop bars')],
  ['flat_bar', said('Flat and riser bars')],
  ['cockpit', said('One-piece cockpits')],
  ['aero_bar', said('Aero bars')],
  ['lever', said('Levers')],
  ['grip', said('Grips')],
  ['post', said('Posts')],
  ['saddle', said('Saddles')],
  ['crank', said('Cranks')],
  ['pedal', said('Pedals')],
  ['cleat', said('Cleats')],
  ['shoe', said('Shoes')],
  ['wheels', said('Wheels')],
  ['tyre', said('Tyres')],
]

const COLUMNS: Record<Part['kind'], [string, string][]> = {
  stem: [
    ['length_mm', said('Length')],
    ['angle_deg', said('Angle')],
    ['clamp_height_mm', said('Clamp height')],
    ['bar_clamp_mm', said('Bar clamp')],
    ['steerer_mm', said('Steerer')],
  ],
  spacer: [['height_mm', said('Height')]],
  cover: [
    ['height_mm', said('Height')],
    ['bearing_mm', said('Bearing')],
  ],
  drop_bar: [
    ['width_mm', said('Width')],
    ['drops_width_mm', said('At drops')],
    ['reach_mm', said('Reach')],
    ['drop_mm', said('Drop')],
    ['bend_radius_mm', said('Bend')],
    ['ramp_deg', said('Ramp')],
    ['drop_end_deg', said('Drop end')],
    ['bar_clamp_mm', said('Clamp')],
  ],
  flat_bar: [
    ['width_mm', said('Width')],
    ['trim_to_mm', said('Trims to')],
    ['rise_mm', said('Rise')],
    ['sweep_deg', said('Sweep')],
    ['upsweep_deg', said('Upsweep')],
    ['bar_clamp_mm', said('Clamp')],
  ],
  cockpit: [
    ['listed', said('Listed, stem / width')],
    ['angle_deg', said('Angle')],
    ['reach_mm', said('Reach')],
    ['drop_mm', said('Drop')],
    ['spacers_mm', said('Own spacers')],
  ],
  aero_bar: [
    ['pad_fore_aft_mm', said('Pads fore-aft')],
    ['pad_stacks_mm', said('Pad stacks')],
    ['bar_clamp_mm', said('Clamp')],
  ],
  lever: [
    ['lever_forward_mm', said('Forward')],
    ['lever_out_mm', said('Out')],
    ['lever_slope_deg', said('Slope')],
    ['blade_least_mm', said('Blade from')],
    ['blade_greatest_mm', said('Blade to')],
  ],
  grip: [
    ['length_mm', said('Length')],
    ['diameter_mm', said('Diameter')],
  ],
  post: [
    ['length_mm', said('Length')],
    ['setback_mm', said('Setback')],
    ['diameter_mm', said('Diameter')],
    ['least_insertion_mm', said('Least in')],
    ['travel_mm', said('Travel')],
  ],
  saddle: [
    ['width_mm', said('Width')],
    ['rail_to_top_mm', said('Rail to top')],
    ['mark_to_s_mm', said('Mark ahead')],
    ['nose_to_s_mm', said('Nose ahead')],
    ['rail_room_mm', said('Rail room')],
  ],
  crank: [
    ['length_mm', said('Length')],
    ['q_mm', said('Q')],
    ['rings', said('Rings')],
  ],
  pedal: [
    ['stack_mm', said('Stack')],
    ['axle_extra_mm', said('Axle extra')],
    ['platform_mm', said('Platform')],
    ['float_deg', said('Float')],
    ['bolts', said('Bolts')],
  ],
  cleat: [
    ['stack_mm', said('Stack')],
    ['fore_aft_mm', said('Fore-aft')],
    ['sideways_mm', said('Sideways')],
    ['float_deg', said('Float')],
    ['bolts', said('Bolts')],
  ],
  shoe: [
    ['sole_mm', said('Sole')],
    ['aft_least_mm', said('Aft from')],
    ['aft_greatest_mm', said('Aft to')],
    ['bolts', said('Bolts')],
  ],
  wheels: [
    ['bead_mm', said('Bead')],
    ['rim_inner_mm', said('Rim, inside')],
    ['spokes_front', said('Spokes, front')],
    ['spokes_rear', said('Spokes, rear')],
    ['tyre_least_mm', said('Tyres from')],
    ['tyre_greatest_mm', said('Tyres to')],
    ['system_limit_kg', said('Carries, kg')],
  ],
  tyre: [
    ['bead_mm', said('Bead')],
    ['width_mm', said('Width')],
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
  if (!field.endsWith('_mm')) return String(value)
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

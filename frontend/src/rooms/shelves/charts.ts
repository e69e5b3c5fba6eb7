import type { Schemas } from '@/shared/api/client'
import { said, t } from '@/shared/i18n'

export type Use = NonNullable<Schemas['Paste']['kind']>
export type Material = NonNullable<Schemas['Paste']['material']>
export const USES: Use[] = ['road', 'endurance', 'gravel', 'cyclocross', 'cross-country', 'trail', 'city', 'time-trial']
export const MATERIALS: Material[] = ['carbon', 'alloy', 'steel', 'titanium']

const NAMES: Record<string, string> = {
  ett_mm: said('Effective top tube'),
  bb_drop_mm: said('BB drop'),
  bead_mm: said('Wheel size'),
  effective_at_mm: said('Effective angle at'),
  system_mass_kg: said('System mass, kg'),
  seat_angle_effective_deg: said('Seat angle, effective'),
  seat_angle_deg: said('Seat angle'),
  top_tube_mm: said('Top tube, actual'),
  fork_length_mm: said('Fork length'),
  post_diameter_mm: said('Post diameter'),
  standover_ahead_mm: said('Standover measured ahead of BB'),
  cover_mm: said('Headset cover'),
  upper_bearing_mm: said('Upper bearing'),
  spacer_limit_mm: said('Spacer limit'),
  rear_bead_mm: said('Rear wheel, if other'),
  rear_tyre_mm: said('Rear tyre, if other'),
  lower_cup_mm: said('Lower headset cup'),
}
/** A chart field in the trade's words. */
export function fieldName(field: string): string {
  const plain = field.replace(/_(mm|deg|kg)$/, '').replaceAll('_', ' ')
  return t(NAMES[field] ?? plain[0]!.toUpperCase() + plain.slice(1))
}

/** Chart fields as a form asks for them, what the frame stands on first. */
export const CHART_GROUPS: [string, string[]][] = [
  [
    said('Frame'),
    [
      'stack_mm',
      'reach_mm',
      'head_angle_deg',
      'seat_angle_deg',
      'seat_angle_effective_deg',
      'effective_at_mm',
      'ett_mm',
      'top_tube_mm',
      'seat_tube_mm',
      'head_tube_mm',
    ],
  ],
  [
    said('Fork and wheels'),
    [
      'fork_length_mm',
      'fork_offset_mm',
      'lower_cup_mm',
      'bb_drop_mm',
      'chainstay_mm',
      'front_centre_mm',
      'wheelbase_mm',
      'bead_mm',
      'tyre_mm',
      'rear_bead_mm',
      'rear_tyre_mm',
    ],
  ],
  [said('Standing over it'), ['standover_mm', 'standover_ahead_mm', 'step_through_mm']],
  [
    said('Steerer and post'),
    [
      'cover_mm',
      'upper_bearing_mm',
      'spacer_limit_mm',
      'post_diameter_mm',
      'least_insertion_mm',
      'greatest_insertion_mm',
    ],
  ],
  ['Limits', ['crank_least_mm', 'crank_greatest_mm', 'system_mass_kg']],
]

/** Lengths that makers measure in two ways; nothing chosen: what the wheelbase agrees with. */
export const LENGTH_KINDS: {
  field: 'front_centre_kind' | 'chainstay_kind' | 'fork_length_kind'
  label: string
  ways: [string, string][]
}[] = [
  {
    field: 'front_centre_kind',
    label: 'Front centre',
    ways: [
      ['straight', 'axle to axle'],
      ['level', 'level'],
    ],
  },
  {
    field: 'chainstay_kind',
    label: 'Chainstay',
    ways: [
      ['straight', 'axle to axle'],
      ['level', 'level'],
    ],
  },
  {
    field: 'fork_length_kind',
    label: 'Fork length',
    ways: [
      ['straight', 'axle to crown'],
      ['along', 'along the steerer'],
    ],
  },
]

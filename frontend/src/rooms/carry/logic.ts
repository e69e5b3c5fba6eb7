import type { Schemas } from '@/shared/api/client'
import { t } from '@/shared/i18n'

/** A position without a tape: numbers of an earlier fit, or a bike that is known by its parts, as edits of a new file. */
export type Command = Schemas['Changes']['commands'][number]
export type Way = 'coordinates' | 'bike' | 'code'
export interface Stated {
  key: string
  typed: string
}

// Each convention is a reading that the call-out knows: what is typed is understood and checked as there.
export const HEIGHTS = [
  { value: 's_straight', label: t('BB to saddle mark, straight') },
  { value: 's_plumb', label: t('Saddle mark above BB, plumb') },
  { value: 's_seat_tube', label: t('Up the seat tube, to the height of the mark') },
  { value: 's_pedal', label: t('Pedal axle to saddle mark, crank in line') },
  { value: 's_pedal_six', label: t('Pedal axle to saddle mark, crank at six') },
  { value: 's_floor', label: t('Saddle mark above the floor') },
]
export const SETBACKS = [
  { value: 's_behind', label: t('Saddle mark behind BB') },
  { value: 'nose_behind', label: t('Nose behind BB') },
  { value: 's_angle', label: t('Angle of the seat line') },
]
export const REACHES = [
  { value: 'hand_ahead.right', label: t('Hand ahead of BB') },
  { value: 's_hand.right', label: t('Saddle mark to the hand itself, straight') },
  { value: 'nose_hand.right', label: t('Nose to the hand itself, straight') },
  { value: 'nose_clamp', label: t('Nose to bar clamp, straight') },
  { value: 'clamp_ahead', label: t('Bar clamp ahead of BB') },
]
export const RISES = [
  { value: 'hand_up.right', label: t('Hand above BB') },
  { value: 'drop', label: t('Drop, saddle mark to hand') },
  { value: 'hand_floor.right', label: t('Hand above the floor') },
  { value: 'clamp_up', label: t('Bar clamp above BB') },
  { value: 'clamp_floor', label: t('Bar clamp above the floor') },
]
const LEANS_ON_THE_FLOOR = ['s_floor', 'hand_floor.right', 'clamp_floor']
const LEANS_ON_THE_CRANK = ['s_pedal', 's_pedal_six']
const LEANS_ON_THE_WIDTH = ['s_hand.right', 'nose_hand.right']
const LEANS_ON_THE_NOSE = ['nose_behind', 'nose_hand.right', 'nose_clamp']

/** What a convention leans on and is worth typing too, as readings of their own. */
export function wanted(stated: readonly Stated[]): { key: string; label: string }[] {
  const has = (keys: string[]) => stated.some((s) => keys.includes(s.key))
  const asked = []
  if (has(LEANS_ON_THE_CRANK)) asked.push({ key: 'crank', label: t('Crank length') })
  if (has(LEANS_ON_THE_FLOOR)) asked.push({ key: 'bb_floor', label: t('BB above the floor') })
  if (has(LEANS_ON_THE_NOSE)) asked.push({ key: 's_nose', label: t('Saddle mark to nose') })
  if (has(LEANS_ON_THE_WIDTH)) asked.push({ key: 'bar_width', label: t('Bar width, middle to middle at the hoods') })
  return asked
}

export interface KnownBike {
  size: number | ''
  stem_length: string
  stem_angle: string
  spacers_under: string
  bar: number | ''
  saddle: number | ''
  post_exposed: string
  post_setback: string
  rails_ahead: string
}

const KNOWN = ['stem_length', 'stem_angle', 'spacers_under', 'post_exposed', 'post_setback', 'rails_ahead'] as const

/** A position read from a code, as the statements that the call-out knows. */
export function statedOf(it: Schemas['PositionOut']): Stated[] {
  const pads = it.on === 'pad'
  const held = pads ? it.extension : it.hand
  const all: [string, number | null | undefined][] = [
    ['s_behind', -it.saddle.x_mm],
    ['s_plumb', it.saddle.y_mm],
    ['s_nose', it.nose_mm],
    ['hand_ahead.right', held?.x_mm],
    ['hand_up.right', held?.y_mm],
    ['pad_ahead.right', pads ? it.hand.x_mm : null],
    ['pad_up.right', pads ? it.hand.y_mm : null],
    ['clamp_ahead', it.clamp?.x_mm],
    ['clamp_up', it.clamp?.y_mm],
    ['crank', it.crank_mm],
  ]
  return all.flatMap(([key, mm]) => (mm === null || mm === undefined ? [] : [{ key, typed: `${mm}` }]))
}

/** What bar a position is held on: it decides what the hand's statements are of. */
export const barOf = (it: Schemas['PositionOut']): Command => ({
  do: 'measure.bar_kind',
  kind: ({ hood: 'drop', grip: 'flat', pad: 'aero' } as const)[it.on],
})

/** The edits that put a position into a file: the use, what is known of the bike, each number with where it is from. */
export function commandsOf(use: string, stated: readonly Stated[], source: string, bike: KnownBike | null): Command[] {
  const made: Command[] = [{ do: 'goal.discipline', use: use as Schemas['Discipline']['use'] }]
  if (bike) {
    if (bike.size !== '') made.push({ do: 'measure.frame', size: bike.size })
    if (bike.bar !== '') made.push({ do: 'measure.part', what: 'bar', part: bike.bar })
    if (bike.saddle !== '') made.push({ do: 'measure.part', what: 'saddle', part: bike.saddle })
    for (const key of KNOWN)
      if (bike[key].trim()) made.push({ do: 'measure.read', key, typed: bike[key].trim(), add: false, source })
  }
  for (const it of stated)
    if (it.typed.trim()) made.push({ do: 'measure.read', key: it.key, typed: it.typed.trim(), add: false, source })
  return made
}

/** What is still to be typed before the position is one, in words; empty where it is whole. */
export function missing(way: Way, stated: readonly Stated[], bike: KnownBike, code = ''): string[] {
  if (way === 'code') return code.trim() ? [] : [t('the code')]
  const typed = (i: number) => Boolean(stated[i]?.typed.trim())
  const lacks = []
  // Of a known bike the saddle is where post and rails put it, unless its numbers are typed.
  const byPost = way === 'bike' && !typed(0) && !typed(1)
  if (byPost && (bike.saddle === '' || !bike.post_exposed.trim() || !bike.post_setback.trim()))
    lacks.push(t('the saddle: by numbers, or which it is with its post'))
  if (!byPost && !typed(0)) lacks.push(t('the saddle’s height'))
  if (!byPost && !typed(1)) lacks.push(t('how far back it is'))
  if (way === 'coordinates') {
    if (!typed(2)) lacks.push(t('the hand’s reach'))
    if (!typed(3)) lacks.push(t('the hand’s height'))
    return lacks
  }
  if (bike.size === '') lacks.push(t('the frame’s size'))
  if (!bike.stem_length.trim() || !bike.stem_angle.trim()) lacks.push(t('the stem'))
  if (!bike.spacers_under.trim()) lacks.push(t('the spacers'))
  if (bike.bar === '') lacks.push(t('the bar'))
  return lacks
}

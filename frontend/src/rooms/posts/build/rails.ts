import { ref } from 'vue'

import type { RailData, Sheet, StopOut } from '@/shared/api/client'

import { type Command, useSheet } from '@/rooms/files/useSheet'

/** The rails that move the saddle; all others move the hand. */
const SEAT = new Set(['post', 'showing', 'rails'])
/** Where a plus says which way: the figures of these rails carry their sign. */
export const SIGNED = new Set(['angle', 'turn', 'levers', 'roll', 'pads_ahead', 'rails'])

/** What taking a stop of a rail asks for; the other half of a pair is as it stands. */
export function commandOf(rail: RailData, stop: StopOut, valueOf: (name: string) => number): Command {
  switch (rail.name) {
    case 'spacers':
      return { do: 'build.spacers', height_mm: stop.value }
    case 'length':
      return { do: 'build.stem', length_mm: stop.value, angle_deg: valueOf('angle') }
    case 'angle':
      return { do: 'build.stem', length_mm: valueOf('length'), angle_deg: stop.value }
    case 'turn':
      return { do: 'build.turn_bar', ramp_deg: stop.value }
    case 'levers':
      return { do: 'build.slide_levers', by_mm: stop.value }
    case 'roll':
      return { do: 'build.roll_bar', roll_deg: stop.value }
    case 'cut':
      return { do: 'build.cut_bar', width_mm: stop.value }
    case 'pads_ahead':
      return { do: 'build.set_pads', ahead_mm: stop.value, above_mm: valueOf('pads_above') }
    case 'pads_above':
      return { do: 'build.set_pads', ahead_mm: valueOf('pads_ahead'), above_mm: stop.value }
    case 'post':
      return { do: 'build.post', part: stop.part! }
    case 'crank':
      return { do: 'build.put_foot', part: stop.part! }
    case 'showing':
      return { do: 'build.post_showing', showing_mm: stop.value }
    case 'rails':
      return { do: 'build.rails', slide_mm: stop.value }
    default:
      return { do: 'build.put_bar', part: stop.part ?? null }
  }
}

/** Looking at stops and taking them: what is looked at shows in its loupe before it is so. */
export function useRails(sheet: () => Sheet) {
  const store = useSheet()
  const looked = ref<{ rail: string; stop: StopOut } | null>(null)
  const every = () => {
    const build = sheet().build
    return build ? [...build.rails, ...build.bar.rails, ...build.seat_rails, ...build.feet.crank_rail] : []
  }
  const valueOf = (name: string) => every().find((r) => r.name === name)!.value
  function look(rail: string, stop: StopOut | null) {
    looked.value = stop && !stop.chosen ? { rail, stop } : null
    const mark = rail === 'crank' ? 'foot' : SEAT.has(rail) ? 'saddle' : 'hand'
    store.preview = looked.value ? { mark, ...looked.value.stop.hand } : null
  }
  function take(rail: RailData, stop: StopOut) {
    looked.value = null
    void store.change(commandOf(rail, stop, valueOf))
  }
  return { looked, look, take }
}

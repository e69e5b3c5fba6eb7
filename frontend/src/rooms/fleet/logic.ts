import type { Schemas } from '@/shared/api/client'

type View = Pick<Schemas['FleetView'], 'bikes'>

/** The bikes with the letters they go by on the page, A first. */
export function lettered(view: View): (Schemas['FleetBike'] & { letter: string })[] {
  return view.bikes.map((b, i) => ({ ...b, letter: String.fromCharCode(65 + (i % 26)) }))
}

/** The commands by which another bike takes over what was changed on this one: a step of its goal for each mark. */
export function takenOver(offer: Schemas['FleetOffer'], words: string) {
  return offer.moves.map((m) => ({
    do: 'goal.add' as const,
    step: {
      kind: 'move' as const,
      mark: m.mark,
      by_x_mm: m.by_x_mm,
      by_y_mm: m.by_y_mm,
      hands: 'place' as const,
    },
    words: words.slice(0, 200),
  }))
}

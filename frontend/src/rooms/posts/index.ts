import type { Component } from 'vue'

import type { PostName } from '@/shared/api/lists'

/** What a post brings to the sheet. It is registered by being there: `rooms/posts/NAME/index.ts`. */
export interface PostRoom {
  name: PostName
  /** Stands beside the drawing or page. */
  bench: Component
  /** Stands in the drawing's place. */
  page?: Component
  /** Stands in the drawing itself, in the loupes' place. */
  drawing?: Component
  /** Stands over the drawing. */
  over?: Component
  /** Takes the whole screen at a phone's width. */
  narrow?: Component
  /** The marks that are magnified. */
  loupes: readonly string[]
  /** The ledger's last column, and whether it shows how sure each mark is. */
  last: 'miss' | 'moves'
  sure?: boolean
  /** Whether every layer is drawn, or the present bike alone. */
  nowOnly?: boolean
  /** Keys of its own. */
  keys?: readonly { key: string; says: string; act: () => void }[]
}

const found = import.meta.glob<{ default: PostRoom }>('./*/index.ts', { eager: true })

export const postRooms: ReadonlyMap<string, PostRoom> = new Map(
  Object.values(found).map((module) => [module.default.name, module.default]),
)

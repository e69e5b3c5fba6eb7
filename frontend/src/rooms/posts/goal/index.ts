import type { PostRoom } from '..'
import Dials from './Dials.vue'
import GoalBench from './GoalBench.vue'

export default {
  name: 'goal',
  bench: GoalBench,
  over: Dials,
  loupes: ['saddle', 'hand'],
  last: 'moves',
} satisfies PostRoom

import type { PostRoom } from '..'
import BuildBench from './BuildBench.vue'

export default { name: 'build', bench: BuildBench, loupes: ['saddle', 'hand', 'foot'], last: 'miss' } satisfies PostRoom

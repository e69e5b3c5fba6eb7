import type { PostRoom } from '..'
import FrameBench from './FrameBench.vue'
import FrameOver from './FrameOver.vue'

// The table and the map stand on the drawing: more loupes would hide what is compared.
export default { name: 'frame', bench: FrameBench, over: FrameOver, loupes: ['hand'], last: 'miss' } satisfies PostRoom

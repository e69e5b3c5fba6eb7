import type { PostRoom } from '..'
import MeasureBench from './MeasureBench.vue'
import MeasureDrawing from './MeasureDrawing.vue'
import PhoneCallOut from './PhoneCallOut.vue'

export default {
  name: 'measure',
  bench: MeasureBench,
  drawing: MeasureDrawing,
  narrow: PhoneCallOut,
  loupes: [],
  last: 'moves',
  sure: true,
  nowOnly: true,
} satisfies PostRoom

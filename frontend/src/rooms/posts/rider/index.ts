import type { PostRoom } from '..'
import RiderBench from './RiderBench.vue'
import RiderPage from './RiderPage.vue'

export default { name: 'rider', bench: RiderBench, page: RiderPage, loupes: [], last: 'miss' } satisfies PostRoom

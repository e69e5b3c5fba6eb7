import type { PostRoom } from '..'
import RideBench from './RideBench.vue'
import RidePage from './RidePage.vue'

export default { name: 'ride', bench: RideBench, page: RidePage, loupes: [], last: 'miss' } satisfies PostRoom

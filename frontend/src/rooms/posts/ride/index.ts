import { defineAsyncComponent } from 'vue'

import type { PostRoom } from '..'

// Fetched when the post is first shown: the sheet opens without it.
const RideBench = defineAsyncComponent(() => import('./RideBench.vue'))
const RidePage = defineAsyncComponent(() => import('./RidePage.vue'))

export default { name: 'ride', bench: RideBench, page: RidePage, loupes: [], last: 'miss' } satisfies PostRoom

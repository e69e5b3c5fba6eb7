import { defineAsyncComponent } from 'vue'

import type { PostRoom } from '..'

// Fetched when the post is first shown: the sheet opens without it.
const BuildBench = defineAsyncComponent(() => import('./BuildBench.vue'))

export default { name: 'build', bench: BuildBench, loupes: ['saddle', 'hand', 'foot'], last: 'miss' } satisfies PostRoom

import type { PostRoom } from '..'
import SetupBench from './SetupBench.vue'
import SetupPage from './SetupPage.vue'

export default { name: 'setup', bench: SetupBench, page: SetupPage, loupes: [], last: 'miss' } satisfies PostRoom

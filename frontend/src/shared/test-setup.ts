import { config } from '@vue/test-utils'

import { i18n } from './i18n'

// Every screen speaks through it.
config.global.plugins = [i18n]

import { config, disableAutoUnmount, enableAutoUnmount } from '@vue/test-utils'
import { afterEach } from 'vitest'

import { i18n } from './i18n'
import { useSettings } from './settings'

// Every screen speaks through it.
config.global.plugins = [i18n]
// Files of one worker share their libraries: what a window remembers is forgotten at the start of each.
const { unit, language, fitter, sheet } = useSettings()
unit.value = 'mm'
language.value = 'en'
fitter.value = ''
sheet.value = 'light'
// What a test mounted is gone when it ends; a worker is asked for it anew in each file.
disableAutoUnmount()
enableAutoUnmount(afterEach)

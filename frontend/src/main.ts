import '@fontsource-variable/overpass/wght.css'
import '@fontsource-variable/overpass-mono/wght.css'
import './app/theme.css'
import './app/drawing.css'

import { createPinia } from 'pinia'
import { createApp } from 'vue'

import App from './app/App.vue'
import { router } from './app/router'
import { i18n, learn } from './shared/i18n'

await learn()
createApp(App).use(createPinia()).use(router).use(i18n).mount('#app')

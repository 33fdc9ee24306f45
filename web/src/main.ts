import '@fontsource-variable/bitter/wght.css'
import '@fontsource-variable/public-sans/wght.css'
import './theme/theme.scss'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router.ts'
import { i18n } from './state/messages.ts'
import { restoreTheme } from './state/theme.ts'

restoreTheme()
createApp(App).use(createPinia()).use(i18n).use(router).mount('#app')

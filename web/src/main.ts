import '@fontsource-variable/bitter/wght.css'
import '@fontsource-variable/public-sans/wght.css'
import './theme/theme.scss'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import { createI18n } from 'vue-i18n'
import App from './App.vue'
import en from '@lodge/core/words/en/web.json'
import { router } from './router.ts'
import { writing } from './state/language.ts'
import { restoreTheme } from './state/theme.ts'

restoreTheme()
createApp(App)
  .use(createPinia())
  .use(
    createI18n({
      legacy: false,
      locale: 'en',
      messages: { en },
      // A message that names nothing is its text; the others are functions already (icu-messages.ts).
      messageCompiler: (message) => () => String(message),
      postTranslation: writing,
    }),
  )
  .use(router)
  .mount('#app')

import { createApp } from 'vue'
import { createPinia } from 'pinia'
import 'vuetify/styles'
import '@fontsource/alegreya/500.css'
import '@fontsource/alegreya/500-italic.css'
import '@fontsource/source-sans-3/400.css'
import '@fontsource/source-sans-3/600.css'
import './theme/base.css'
import App from './App.vue'
import { router } from './router'
import { vuetify } from './theme/theme'

const app = createApp(App).use(createPinia()).use(vuetify()).use(router)
// Only when the address is known: a private link must not start the teacher's frame, which asks who is logged in.
void router.isReady().then(() => app.mount('#app'))

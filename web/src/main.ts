import { createApp } from 'vue'
import { createPinia } from 'pinia'
import 'vuetify/styles'
import '@fontsource/alegreya/500.css'
import '@fontsource/alegreya/500-italic.css'
import '@fontsource/source-sans-3/400.css'
import '@fontsource/source-sans-3/600.css'
import './theme/base.css'
import App from './App.vue'
import { ownerOnly } from './owner'
import { catchMissed } from './missed'
import { router } from './router'
import { vuetify } from './theme/theme'

const app = createApp(App).use(createPinia()).use(vuetify()).use(router)
app.directive('owner', ownerOnly)
catchMissed(router)
// Only when the address is known: a private link must not start the teacher's frame, which asks who is logged in. A page that did not
// arrive is told by the App.
void router.isReady().catch(() => undefined).then(() => app.mount('#app'))

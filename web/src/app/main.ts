import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { vMay } from '@/shared/shell/may'
import '@/shared/theme/fonts.css'
import { makeVuetify } from '@/shared/theme/vuetify'
import '@/shared/theme/tokens.css'

const nonce = document.querySelector<HTMLMetaElement>('meta[property=csp-nonce]')?.nonce
createApp(App).directive('may', vMay).use(router).use(makeVuetify(nonce)).mount('#app')

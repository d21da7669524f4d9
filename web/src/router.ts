// The places of the application, one word each.
import { createRouter, createWebHistory } from 'vue-router'
import FitPlace from './places/fit/FitPlace.vue'

/** The addresses of the screens; all but the first place are fetched when somebody goes there. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'fit', component: FitPlace },
    { path: '/rack', name: 'rack', component: () => import('./places/rack/RackPlace.vue') },
    { path: '/:rest(.*)', redirect: '/' },
  ],
})

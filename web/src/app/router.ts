// The places of the application, one word each.
import { createRouter, createWebHistory, type RouteLocationNormalized } from 'vue-router'
import FitPlace from '@/features/fit/FitPlace.vue'

/** The number in an address, if it has one. */
const numbered = ({ params }: RouteLocationNormalized) => ({
  id: params.id ? Number(params.id) : null,
})

/** The addresses of the screens; all but the first place are fetched when somebody goes there. */
export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/ticket' },
    {
      path: '/ticket/:id(\\d+)?',
      name: 'fit',
      component: FitPlace,
      props: numbered,
    },
    { path: '/rack', name: 'rack', component: () => import('@/features/rack/RackPlace.vue') },
    {
      path: '/rack/fins',
      name: 'fin-wall',
      component: () => import('@/features/rack/FinsPlace.vue'),
    },
    { path: '/rack/in', name: 'bring-in', component: () => import('@/features/rack/BringIn.vue') },
    {
      path: '/rack/beside/:ids',
      name: 'beside',
      component: () => import('@/features/rack/BesidePlace.vue'),
      props: true,
    },
    {
      path: '/rack/:id(\\d+)',
      name: 'board',
      component: () => import('@/features/rack/BoardSheet.vue'),
      props: (route) => ({ id: Number(route.params.id) }),
    },
    {
      path: '/water/:id(\\d+)?',
      name: 'water',
      component: () => import('@/features/water/WaterPlace.vue'),
      props: numbered,
    },
    {
      path: '/orders/:id(\\d+)?',
      name: 'orders',
      component: () => import('@/features/orders/OrdersPlace.vue'),
      props: numbered,
    },
    {
      path: '/quiver/:id(\\d+)?',
      name: 'quiver',
      component: () => import('@/features/quiver/QuiverPlace.vue'),
      props: numbered,
    },
    {
      path: '/log/:id(\\d+)?',
      name: 'log',
      component: () => import('@/features/log/LogPlace.vue'),
      props: numbered,
    },
    {
      path: '/beach/:id(\\d+)?',
      name: 'beach',
      component: () => import('@/features/beach/BeachPlace.vue'),
      props: numbered,
    },
    {
      path: '/shop/:face(\\w+)?',
      name: 'shop',
      component: () => import('@/features/shop/ShopPlace.vue'),
      props: ({ params }) => ({ face: String(params.face ?? '') }),
    },
    {
      path: '/join/:word',
      name: 'join',
      component: () => import('@/features/shop/JoinPlace.vue'),
      props: true,
    },
    { path: '/guide', name: 'guide', component: () => import('./GuidePlace.vue') },
    {
      path: '/addresses',
      name: 'addresses',
      component: () => import('./AddressesPlace.vue'),
    },
    { path: '/:rest(.*)', redirect: '/ticket' },
  ],
})

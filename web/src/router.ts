import { createRouter, createWebHistory } from 'vue-router'
import { useSession } from './state/session.ts'

declare module 'vue-router' {
  interface RouteMeta {
    /** Needs nobody to be signed in. */
    open?: boolean
  }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'home', redirect: '/desk' },
    { path: '/sign-in', name: 'sign-in', component: () => import('./pages/SignInPage.vue'), meta: { open: true } },
    {
      path: '/invitation',
      name: 'invitation',
      component: () => import('./pages/InvitationPage.vue'),
      meta: { open: true },
    },
    { path: '/desk', name: 'desk', component: () => import('./pages/DeskPage.vue') },
    { path: '/people/:personId?', name: 'people', component: () => import('./pages/PeoplePage.vue') },
    { path: '/places/:placeId?', name: 'places', component: () => import('./pages/PlacesPage.vue') },
    { path: '/ledger', name: 'ledger', component: () => import('./pages/LedgerPage.vue') },
    { path: '/my-keys', name: 'keys', component: () => import('./pages/MyKeysPage.vue') },
    { path: '/:rest(.*)*', name: 'nothing', component: () => import('./pages/NothingPage.vue') },
  ],
})

router.beforeEach(async (to) => {
  if (to.meta.open) return true
  const session = useSession()
  const me = await session.load()
  if (!me) return { name: 'sign-in', query: to.fullPath === '/desk' ? {} : { next: to.fullPath } }
  const room = String(to.name)
  const rooms: readonly string[] = me.current?.rooms ?? []
  if (['desk', 'people', 'places', 'ledger'].includes(room) && !rooms.includes(room)) {
    return { name: rooms[0] ?? 'keys' }
  }
  return true
})

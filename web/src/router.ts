import { createRouter, createWebHistory } from 'vue-router'
import DeskPage from './pages/desk/DeskPage.vue'
import { useSession } from './state/session.ts'

declare module 'vue-router' {
  interface RouteMeta {
    /** Needs nobody to be signed in. */
    open?: boolean
  }
}

// The Desk is the first thing most people see: it comes with the application, the others when they are opened.
const pages = {
  'sign-in': () => import('./pages/door/SignInPage.vue'),
  forgotten: () => import('./pages/door/DoorHelpPage.vue'),
  invitation: () => import('./pages/door/InvitationPage.vue'),
  people: () => import('./pages/people/PeoplePage.vue'),
  places: () => import('./pages/places/PlacesPage.vue'),
  statement: () => import('./pages/statements/SharedStatementPage.vue'),
  links: () => import('./pages/offers/LinksPage.vue'),
  requests: () => import('./pages/access/RequestsPage.vue'),
  packets: () => import('./pages/offers/PacketsPage.vue'),
  groups: () => import('./pages/groups/GroupsPage.vue'),
  grid: () => import('./pages/grid/GridPage.vue'),
  roles: () => import('./pages/access/RolesPage.vue'),
  seats: () => import('./pages/products/ProductsPage.vue'),
  bill: () => import('./pages/bill/BillPage.vue'),
  ledger: () => import('./pages/ledger/LedgerPage.vue'),
  'my-keys': () => import('./pages/own/MyKeysPage.vue'),
}

// The first page's own part is fetched beside the question who is signed in, not after its answer.
const first = (location.pathname.split('/')[1] ?? '') as keyof typeof pages
void pages[first]?.()

/** Views that are beside another and are open to anyone who has that. */
const BESIDE: Readonly<Record<string, string>> = {
  grid: 'places',
  groups: 'people',
  packets: 'people',
  firms: 'people',
  arrivals: 'people',
  describe: 'seats',
  spreadsheet: 'seats',
}

/** Pages about oneself, open to anyone who is signed in. */
const OWN_PAGES = new Set(['keys', 'my-sign-in'])

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'home', redirect: '/desk' },
    { path: '/sign-in', name: 'sign-in', component: pages['sign-in'], meta: { open: true } },
    {
      path: '/invitation',
      name: 'invitation',
      component: pages.invitation,
      meta: { open: true },
    },
    {
      path: '/open-account',
      name: 'open-account',
      component: () => import('./pages/door/OpenAccountPage.vue'),
      meta: { open: true },
    },
    { path: '/forgotten', name: 'forgotten', component: pages.forgotten, meta: { open: true } },
    { path: '/new-password', name: 'new-password', component: pages.forgotten, meta: { open: true } },
    { path: '/prove-address', name: 'prove-address', component: pages.forgotten, meta: { open: true } },
    { path: '/no-digest', name: 'no-digest', component: pages.forgotten, meta: { open: true } },
    { path: '/slip', name: 'slip', component: pages.forgotten, meta: { open: true } },
    {
      path: '/tasks',
      name: 'tasks',
      component: () => import('./pages/tasks/KeeperTasksPage.vue'),
      meta: { open: true },
    },
    { path: '/come', name: 'come', component: () => import('./pages/door/ComePage.vue'), meta: { open: true } },
    { path: '/come-in', name: 'come-in', component: () => import('./pages/door/ComePage.vue'), meta: { open: true } },
    { path: '/my-sign-in', name: 'my-sign-in', component: () => import('./pages/own/MySignInPage.vue') },
    { path: '/settings', name: 'settings', component: () => import('./pages/settings/SettingsPage.vue') },
    { path: '/desk', name: 'desk', component: DeskPage },
    { path: '/people/:personId?', name: 'people', component: pages.people },
    { path: '/arrivals/:runId?', name: 'arrivals', component: () => import('./pages/offers/ArrivalsPage.vue') },
    {
      path: '/departures/:departureId?',
      name: 'departures',
      component: () => import('./pages/departures/DeparturesPage.vue'),
    },
    { path: '/connections', redirect: '/products' },
    { path: '/places/:placeId?', name: 'places', component: pages.places },
    { path: '/statement', name: 'shared', component: pages.statement, meta: { open: true } },
    {
      path: '/places/:placeId/statement',
      name: 'statement',
      component: () => import('./pages/statements/StatementPage.vue'),
    },
    { path: '/statements', name: 'statements', component: () => import('./pages/statements/AllStatementsPage.vue') },
    { path: '/links', name: 'links', component: pages.links },
    { path: '/requests', name: 'requests', component: pages.requests },
    { path: '/packets/:packetId?', name: 'packets', component: pages.packets },
    { path: '/firms/:firmId?', name: 'firms', component: () => import('./pages/groups/FirmsPage.vue') },
    { path: '/groups/:groupId?', name: 'groups', component: pages.groups },
    { path: '/grid', name: 'grid', component: pages.grid },
    { path: '/roles/:roleId?', name: 'roles', component: pages.roles },
    {
      path: '/products/describe/:product?',
      name: 'describe',
      component: () => import('./pages/products/DescribePage.vue'),
    },
    {
      path: '/products/spreadsheet',
      name: 'spreadsheet',
      component: () => import('./pages/products/SpreadsheetPage.vue'),
    },
    { path: '/products/:product?/:tab?', name: 'seats', component: pages.seats },
    { path: '/seats/:product?', redirect: (to) => ({ name: 'seats', params: { product: to.params.product } }) },
    { path: '/bill/:month?', name: 'bill', component: pages.bill },
    { path: '/ledger', name: 'ledger', component: pages.ledger },
    { path: '/my-keys', name: 'keys', component: pages['my-keys'] },
    { path: '/:rest(.*)*', name: 'nothing', component: () => import('./pages/frame/NothingPage.vue') },
  ],
})

router.beforeEach(async (to) => {
  if (to.meta.open) return true
  const session = useSession()
  const me = await session.load()
  if (!me) return { name: 'sign-in', query: to.fullPath === '/desk' ? {} : { next: to.fullPath } }
  // Until the account's rule is met, or a slip countersigned, there are one's own pages alone.
  if (me.current?.needsMeans && !OWN_PAGES.has(String(to.name))) return { name: 'my-sign-in' }
  if (me.current?.narrow && !OWN_PAGES.has(String(to.name))) return { name: 'keys' }
  const room = BESIDE[String(to.name)] ?? String(to.name)
  const { rooms } = session
  if (
    ['desk', 'people', 'places', 'roles', 'seats', 'bill', 'departures', 'ledger', 'settings'].includes(room) &&
    !rooms.includes(room)
  ) {
    if (room === 'desk') return { name: rooms[0] ?? 'keys' }
    return { name: 'nothing', params: { rest: to.path.slice(1).split('/') } }
  }
  return true
})

import { createRouter, createWebHistory } from 'vue-router'

const benchPages = [
  ['fit', () => import('./pages/FitPage.vue')],
  ['cope', () => import('./pages/CopePage.vue')],
  ['odd', () => import('./pages/OddPage.vue')],
  ['wrong', () => import('./pages/WrongPage.vue')],
] as const

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'jobs', component: () => import('./pages/JobsPage.vue') },
    { path: '/join', name: 'join', component: () => import('./pages/DevicesPage.vue') },
    { path: '/devices', name: 'devices', component: () => import('./pages/DevicesPage.vue') },
    { path: '/corner', name: 'corner', component: () => import('./pages/OneCorner.vue') },
    // The bench is there without a job, and beside one that is open.
    ...benchPages.flatMap(([name, component]) => [
      { path: `/bench/${name}`, name, component },
      { path: `/jobs/:job/bench/${name}`, name: `job-${name}`, component },
    ]),
    { path: '/jobs/:job', redirect: (to) => ({ name: to.params.job === 'shop' ? 'shop' : 'measure', params: to.params }) },
    { path: '/jobs/:job/look', name: 'look', component: () => import('./stops/LookStop.vue') },
    { path: '/jobs/:job/quote', name: 'quote', component: () => import('./pages/QuotePage.vue') },
    { path: '/jobs/:job/prices', name: 'prices', component: () => import('./pages/PriceSheet.vue') },
    { path: '/jobs/:job/sticks', name: 'sticks', component: () => import('./stops/SticksStop.vue') },
    { path: '/jobs/:job/measure', name: 'measure', component: () => import('./stops/MeasureStop.vue') },
    { path: '/jobs/:job/joints', name: 'joints', component: () => import('./stops/JointsStop.vue') },
    { path: '/jobs/:job/saw', name: 'saw', component: () => import('./stops/SawStop.vue') },
    { path: '/jobs/:job/hang', name: 'hang', component: () => import('./stops/HangStop.vue') },
    { path: '/jobs/:job/log', name: 'log', component: () => import('./stops/LogStop.vue') },
    { path: '/jobs/:job/shop/log', name: 'shop-log', component: () => import('./pages/ShopLog.vue') },
    { path: '/jobs/:job/times', name: 'times', component: () => import('./pages/TimesSheet.vue') },
    // The shop is a job without rooms: what is said of a job's saws, mouldings and sheets is said of the shop's on the same pages.
    { path: '/shop', redirect: { name: 'shop', params: { job: 'shop' } } },
    { path: '/copies', name: 'copies', component: () => import('./pages/CopiesPage.vue') },
    { path: '/jobs/:job/shop', name: 'shop', component: () => import('./pages/ShopPage.vue') },
    { path: '/jobs/:job/shop/mouldings', name: 'mouldings', component: () => import('./pages/MouldingsPage.vue') },
    { path: '/jobs/:job/shop/saws', name: 'saws', component: () => import('./pages/SawsPage.vue') },
    { path: '/jobs/:job/shop/rules', name: 'rules', component: () => import('./pages/RulesPage.vue') },
    { path: '/:rest(.*)', redirect: { name: 'jobs' } },
  ],
})

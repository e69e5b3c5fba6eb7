import { createRouter, createWebHistory } from 'vue-router'

import { type PostName, POSTS } from '@/shared/api/lists'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'daybook', component: () => import('@/rooms/daybook/DayBookView.vue') },
    { path: '/frames', name: 'frames', component: () => import('@/rooms/shelves/FramesView.vue') },
    { path: '/frames/paste', name: 'paste', component: () => import('@/rooms/shelves/PasteView.vue') },
    { path: '/frames/compare', name: 'compare', component: () => import('@/rooms/shelves/CompareView.vue') },
    { path: '/parts', name: 'parts', component: () => import('@/rooms/shelves/PartsView.vue') },
    { path: '/trainers', name: 'trainers', component: () => import('@/rooms/machines/MachinesView.vue') },
    { path: '/trainers/by-hand', name: 'by-hand', component: () => import('@/rooms/machines/ByHandView.vue') },
    { path: '/claims', name: 'claims', component: () => import('@/rooms/claims/ClaimsView.vue') },
    { path: '/house', name: 'house', component: () => import('@/rooms/house/HouseRulesView.vue') },
    {
      path: `/fits/:id(\\d+)/:post(${POSTS.join('|')})`,
      name: 'sheet',
      component: () => import('@/rooms/files/SheetView.vue'),
      props: (to) => ({ id: Number(to.params.id), post: to.params.post as PostName }),
    },
    {
      path: '/riders/:rider(\\d+)/bikes',
      name: 'fleet',
      component: () => import('@/rooms/fleet/FleetView.vue'),
      props: (to) => ({ rider: Number(to.params.rider) }),
    },
    {
      path: '/fits/:id(\\d+)/card',
      name: 'card',
      component: () => import('@/rooms/files/CardPrintView.vue'),
      props: (to) => ({ id: Number(to.params.id) }),
    },
    {
      path: '/fits/:id(\\d+)/trials/:trial(\\d+)/clock',
      name: 'clock',
      component: () => import('@/rooms/live/RiderClock.vue'),
      props: (to) => ({ id: Number(to.params.id), trial: Number(to.params.trial) }),
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})

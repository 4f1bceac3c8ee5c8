import { createRouter, createWebHistory } from 'vue-router'
import { useSession } from './stores/session'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/today' },
    { path: '/login', component: () => import('./pages/LoginPage.vue'), meta: { open: true, title: 'Log in' } },
    { path: '/open-studio', component: () => import('./pages/OpenStudioPage.vue'), meta: { open: true, title: 'Your studio' } },
    { path: '/new-password', component: () => import('./pages/NewPasswordPage.vue'), meta: { open: true, title: 'A new password' } },
    { path: '/new-address', component: () => import('./pages/NewAddressPage.vue'), meta: { open: true, title: 'Another address' } },
    { path: '/invitation', component: () => import('./pages/InvitationPage.vue'), meta: { open: true, title: 'An invitation' } },
    { path: '/outbox', component: () => import('./pages/OutboxPage.vue'), meta: { open: true, title: 'Outbox' } },
    { path: '/standby', component: () => import('./pages/StandbyPage.vue'), meta: { open: true, title: 'Standing by' } },
    { path: '/k/:token', component: () => import('./pages/LinkPage.vue'), meta: { open: true, title: 'Practice card' } },
    { path: '/today', component: () => import('./pages/TodayPage.vue'), meta: { title: 'Today' } },
    { path: '/pupils', component: () => import('./pages/PupilsPage.vue'), meta: { title: 'Pupils' } },
    { path: '/pupils/:id(\\d+)', component: () => import('./pages/PupilPage.vue'), meta: { title: 'Pupil' } },
    { path: '/pupils/:id(\\d+)/plan', component: () => import('./pages/PlanPage.vue'), meta: { title: 'Plan' } },
    { path: '/lessons/:id(\\d+)', component: () => import('./pages/LessonPage.vue'), meta: { bare: true, title: 'Lesson' } },
    { path: '/lessons/:id(\\d+)/home', component: () => import('./pages/LessonHomePage.vue'), meta: { title: 'Work for home' } },
    { path: '/pupils/:id(\\d+)/placing', component: () => import('./pages/PlacingPage.vue'), meta: { title: 'Already plays' } },
    { path: '/pupils/:id(\\d+)/fit', component: () => import('./pages/FitPage.vue'), meta: { title: 'Fit and tapes' } },
    { path: '/pupils/:id(\\d+)/strip', component: () => import('./pages/StripPage.vue'), meta: { title: 'Strip' } },
    { path: '/pupils/:id(\\d+)/warm-up', component: () => import('./pages/WarmUpPage.vue'), meta: { title: 'Warm-up' } },
    { path: '/pupils/:id(\\d+)/progress', component: () => import('./pages/ProgressPage.vue'), meta: { title: 'Progress' } },
    { path: '/pupils/:id(\\d+)/report', component: () => import('./pages/ReportPage.vue'), meta: { title: 'Report' } },
    { path: '/progress', component: () => import('./pages/AllProgressPage.vue'), meta: { title: 'All pupils' } },
    { path: '/concert', component: () => import('./pages/ConcertPage.vue'), meta: { title: 'Concert' } },
    { path: '/calendar', component: () => import('./pages/CalendarPage.vue'), meta: { title: 'Calendar' } },
    { path: '/care', component: () => import('./pages/CarePage.vue'), meta: { title: 'Care' } },
    { path: '/studio/path', component: () => import('./pages/SkillsPage.vue'), meta: { title: 'The path' } },
    { path: '/tunes', component: () => import('./pages/TunesPage.vue'), meta: { title: 'Tunes' } },
    { path: '/tunes/new', component: () => import('./pages/TunePage.vue'), meta: { title: 'A new tune' } },
    { path: '/tunes/:id(\\d+)', component: () => import('./pages/TunePage.vue'), meta: { title: 'Tune' } },
    { path: '/tunes/:id(\\d+)/together', component: () => import('./pages/TogetherPage.vue'), meta: { title: 'Together' } },
    { path: '/charts/:id(\\d+)', component: () => import('./pages/ChartPage.vue'), meta: { title: 'Chart desk' } },
    { path: '/tunes/:id(\\d+)/group', component: () => import('./pages/GroupPage.vue'), meta: { title: 'For several instruments' } },
    { path: '/charts/:id(\\d+)/compare', component: () => import('./pages/ComparePage.vue'), meta: { title: 'Simple and full' } },
    { path: '/charts/:id(\\d+)/card', component: () => import('./pages/CardMakePage.vue'), meta: { title: 'Make a card' } },
    { path: '/cards', component: () => import('./pages/CardsPage.vue'), meta: { title: 'Cards' } },
    { path: '/groups/:id(\\d+)', component: () => import('./pages/GroupLessonPage.vue'), meta: { title: 'Group' } },
    { path: '/cards/:id(\\d+)', component: () => import('./pages/CardPage.vue'), meta: { title: 'Card' } },
    { path: '/takes/:id(\\d+)', component: () => import('./pages/TakePage.vue'), meta: { title: 'Recording' } },
    { path: '/pupils/:id(\\d+)/takes', component: () => import('./pages/TakesPage.vue'), meta: { title: 'Recordings' } },
    { path: '/tuner', component: () => import('./pages/TunerPage.vue'), meta: { title: 'Tuner' } },
    { path: '/scales', component: () => import('./pages/ScalesPage.vue'), meta: { title: 'Scales' } },
    { path: '/studio', component: () => import('./pages/StudioPage.vue'), meta: { title: 'Studio' } },
    { path: '/:rest(.*)', component: () => import('./pages/MissingPage.vue'), meta: { title: 'Not here' } },
  ],
  scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
})

router.beforeEach(async (to) => {
  document.title = `${String(to.meta.title ?? 'Fawnmoss')} · Fawnmoss`
  if (to.meta.open) return true
  const session = useSession()
  if (!session.asked) await session.look()
  return session.studio || !session.asked ? true : { path: '/login', query: { to: to.fullPath } }
})

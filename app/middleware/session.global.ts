/** Every page but the sign-in needs somebody; whoever comes without is sent there and back again. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSessionStore()
  if (!session.answer) {
    try {
      await session.load()
    }
    catch {
      if (to.path !== '/sign-in') return navigateTo({ path: '/sign-in', query: { to: to.fullPath } })
      return
    }
  }
  if (!session.person && to.path !== '/sign-in') return navigateTo({ path: '/sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } })
  if (session.person && to.path === '/sign-in') return navigateTo('/')
})

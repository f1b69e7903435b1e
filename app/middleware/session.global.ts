/** Doors that a link opens for somebody who is not signed in, and perhaps has no account yet. */
const isOpenDoor = (path: string): boolean => path === '/sign-in' || /^\/(?:invitation|password)\//.test(path)

/** Every other page needs somebody; whoever comes without is sent to the sign-in and back again. */
export default defineNuxtRouteMiddleware(async to => {
  const session = useSessionStore()
  if (!session.answer) {
    try {
      await session.load()
    } catch {
      if (!isOpenDoor(to.path)) return navigateTo({ path: '/sign-in', query: { to: to.fullPath } })
      return
    }
  }
  if (!session.person && !isOpenDoor(to.path))
    return navigateTo({ path: '/sign-in', query: to.fullPath === '/' ? {} : { to: to.fullPath } })
  if (session.person && to.path === '/sign-in') return navigateTo('/')
})

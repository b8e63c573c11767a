/** Lets only people of the desk through; others are asked to sign in and come back afterwards. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSession()
  if (!session.me) await session.load().catch(() => null)
  if (!session.me?.staff) return navigateTo({ path: '/sign-in', query: { back: to.fullPath } })
})

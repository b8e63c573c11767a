/** Lets only people who are signed in through to a portal's pages. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSession()
  if (!session.asked) await session.load().catch(() => null)
  if (!session.me)
    return navigateTo({ path: `/portal/${String(to.params.portal)}/sign-in`, query: { back: to.fullPath } })
})

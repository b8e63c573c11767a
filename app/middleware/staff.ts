/** Lets only people of the desk through; others are asked to sign in and come back afterwards. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSession()
  if (!session.me) await session.load()
  if (!session.me?.staff) return navigateTo({ path: '/sign-in', query: { back: to.fullPath } })
  // Before the page asks for anything, so that no change falls between an answer and the stream.
  await useLive().open()
})

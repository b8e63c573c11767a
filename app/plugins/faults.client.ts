import { toast } from '~/kit/toast'

/** It is said once in a while, however many parts of the page fall over, in milliseconds. */
const ONCE_IN = 10_000

/**
 * A fault of the page itself is told to whoever is in front of it: something that was pressed did nothing, or a part does
 * not stand where it should. The console has it as well.
 */
export default defineNuxtPlugin((nuxt) => {
  let saidAt = -Infinity
  nuxt.hook('vue:error', (error) => {
    console.error(error)
    if (performance.now() - saidAt < ONCE_IN) return
    saidAt = performance.now()
    toast(asApiError(error).problem.detail, { bad: true })
  })
})

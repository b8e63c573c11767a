/**
 * Something that is done at the server from a form: busy while it runs, with the error it ended in.
 * @param onConflict called when somebody was quicker, so that what is shown is read anew
 */
export function useDeed(onConflict: () => void = () => undefined) {
  const busy = ref(false)
  const error = ref<ApiError>()

  /** Does it. @returns what it gave; undefined when it failed, and `error` says why */
  async function run<T>(work: () => Promise<T>): Promise<T | undefined> {
    busy.value = true
    error.value = undefined
    try {
      return await work()
    } catch (thrown) {
      error.value = asApiError(thrown)
      if (error.value.problem.status === 409) onConflict()
      return undefined
    } finally {
      busy.value = false
    }
  }

  return { busy, error, run }
}

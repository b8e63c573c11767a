/**
 * Something that is done at the server from a form: busy while it runs, with the error it ended in.
 * @param onConflict called when somebody was quicker, so that what is shown is read anew
 * @param error where it is kept what went wrong
 */
export function useDeed(
  onConflict: () => void = () => undefined,
  error: Ref<ApiError | undefined> = ref<ApiError>(),
) {
  const busy = ref(false)

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

/** The same on a page that comes as HTML, where it may be done before the page is drawn. */
export const usePageDeed = (key: string) =>
  useDeed(
    undefined,
    usePageState<ApiError | undefined>(key, () => undefined),
  )

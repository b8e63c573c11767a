import type { UseQueryOptions } from '@pinia/colada'

/** A question to the server that a page which comes as HTML waits for; what went wrong stands in `error`. */
export async function usePageQuery<T>(options: UseQueryOptions<T>) {
  const question = useQuery<T>({ ssrCatchError: true, ...options })
  // What the server has asked already came along with the page.
  const isAsked = toValue(options.enabled) ?? true
  if (question.isPending.value && isAsked) await question.refresh()
  return question
}

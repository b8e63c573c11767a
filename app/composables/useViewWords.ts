/** By what views can be limited and many tickets changed: facts, fields, and the names of values. */
export const useViewWords = () =>
  useQuery({
    key: ['viewWords'],
    query: ({ signal }) => api('GET /api/views/words', { signal }),
  })

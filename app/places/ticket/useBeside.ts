/** What is looked for beside a ticket. */
export type Found = AnswerOf<'GET /api/tickets/{reference}/beside'>

/** Articles that fit a ticket, and what else is open of the same; asked for after the ticket is there. */
export const useBeside = (reference: () => number) =>
  useQuery({
    // Not under its ticket: what fits it does not change with each word of it.
    key: () => ['beside', reference()],
    query: ({ signal }) =>
      api('GET /api/tickets/{reference}/beside', { path: { reference: reference() }, signal }),
  })

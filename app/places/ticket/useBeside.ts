/** What is looked for beside a ticket. */
export type Found = AnswerOf<'GET /api/tickets/{reference}/beside'>

/** Articles that fit a ticket, and what else is open of the same; asked for after the ticket is there. */
export const useBeside = (reference: () => number) =>
  useQuery({
    key: () => ['ticket', reference(), 'beside'],
    query: ({ signal }) =>
      api('GET /api/tickets/{reference}/beside', { path: { reference: reference() }, signal }),
  })

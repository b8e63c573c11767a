/** A ticket that waits to be accepted. */
export type Arrival = AnswerOf<'GET /api/arrivals'>['rows'][number]

export type ArrivalList = AnswerOf<'GET /api/arrivals'>

export type ArrivalPage = AnswerOf<'GET /api/arrivals/{reference}'>

/** What would become of a held ticket if it were accepted. */
export type Outlook = AnswerOf<'POST /api/arrivals/{reference}/outlook'>

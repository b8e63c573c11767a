// The contract with the server: what each call takes and gives. `ApiMap` is made of the routes' files (modules/apiMap.ts).
export {}

declare global {
  /** A call by its name, such as `GET /api/tickets/{reference}`; the map is made of the routes' files. */
  type Call = keyof ApiMap & string

  /** What a call answers. */
  type AnswerOf<C extends Call> = ApiMap[C] extends (...event: never[]) => Promise<infer A> ? A : never

  type Made<T> = abstract new (...given: never[]) => T

  /** What a call takes, each empty where it takes none: `Route` of `server/http/route.ts` states it. */
  type TakenBy<C extends Call> = ApiMap[C] extends {
    statement: { body?: Made<infer body>; query?: Made<infer query>; path?: infer path }
  }
    ? {
        body: body
        query: query
        path: {
          [K in keyof path]: path[K] extends 'number'
            ? number
            : path[K] extends readonly (infer Word)[]
              ? Word
              : string
        }
      }
    : never

  /** What a call has in its body. */
  type BodyOf<C extends Call> = TakenBy<C>['body']

  /** What a call may be asked in its query. */
  type QueryOf<C extends Call> = TakenBy<C>['query']
}

// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- a virtual module has no file to import types from
/// <reference path="../virtual.d.ts" />
import { describeApi } from '../http/openapi'
import { defineRoute } from '../http/route'

export default defineRoute({ who: 'anyone', summary: 'This description, as OpenAPI 3.1' }, async () => {
  const { default: routes } = await import('#yare/routes')
  return describeApi(routes)
})

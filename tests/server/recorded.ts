import Ajv2020 from 'ajv/dist/2020'
import answers from '../../server/http/answers.json'

const schemas: Record<string, object> = answers.answers
const ajv = new Ajv2020({ strict: false, allErrors: false })
ajv.addSchema({ $id: 'api', components: { schemas: answers.types } })
const checks = new Map<string, ReturnType<typeof ajv.compile>>()

/** What does not fit the contract, as it was answered: one line for each route. */
export const misfits = new Map<string, string>()

/**
 * Holds what a route answered to what its type says it answers.
 * @param name of the route, such as `GET /api/clock`
 */
export function record(name: string, answer: unknown): void {
  const schema = schemas[name]
  if (!schema) return
  heard.add(name)
  if (misfits.has(name)) return
  let check = checks.get(name)
  if (!check) checks.set(name, (check = ajv.compile(inApi(schema))))
  const sent: unknown = JSON.parse(JSON.stringify(answer))
  if (!check(sent)) misfits.set(name, `${name}: ${ajv.errorsText(check.errors)}`)
}

const inApi = (schema: object): object =>
  JSON.parse(JSON.stringify(schema).replaceAll('"#/components/', '"api#/components/')) as object

const heard = new Set<string>()

/** The routes that answer JSON and were not heard in this file. */
export const unheard = (): string[] => Object.keys(schemas).filter((name) => !heard.has(name))

import { rightsAsked } from './route'
import { getMetadataStorage } from 'class-validator'
import { validationMetadatasToSchemas } from 'class-validator-jsonschema'
import { version } from '../../package.json'
import written from './answers.json'
import { wordPart, type Route, type Statement } from './route'
import { operationOf, type Operation } from './operation'

// Made of the routes' types by scripts/answers.mjs; the file's own type would describe every answer of the API again.
const { answers: ANSWERS, types: TYPES } = written as Record<'answers' | 'types', Record<string, object>>

/** The whole API as OpenAPI 3.1, made of what the routes state. */
export function describeApi(routes: [file: string, route: Route][]) {
  const schemas = validationMetadatasToSchemas({
    classValidatorMetadataStorage: getMetadataStorage(),
    refPointerPrefix: '#/components/schemas/',
  })
  const paths: Record<string, Record<string, unknown>> = {}
  for (const [file, route] of routes) {
    const operation = operationOf(file)
    if (!operation) continue
    for (const [one, statement] of eachOf(operation, route.statement))
      paths[one.path] = { ...paths[one.path], [one.method]: describe(one, statement, schemas) }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Yare Ledger',
      version,
      description: 'Who may call what, what goes in and what comes out.',
    },
    servers: [{ url: '/' }],
    paths,
    components: {
      schemas: { ...schemas, ...TYPES, Problem: PROBLEM },
      securitySchemes: {
        token: { type: 'http', scheme: 'bearer' },
        session: { type: 'apiKey', in: 'cookie', name: 'yare_session' },
      },
    },
  }
}

/** Where a part of the path is one of a few words, each of them is an operation by itself. */
function eachOf(
  operation: Operation,
  statement: Statement<object, object>,
): [Operation, Statement<object, object>][] {
  const part = wordPart(statement.path)
  const words = part === undefined ? undefined : statement.path?.[part]
  if (part === undefined || typeof words !== 'object') return [[operation, statement]]
  return words.map((word) => [
    {
      ...operation,
      path: operation.path.replace(`{${part}}`, word),
      parameters: operation.parameters.filter((one) => one !== part),
    },
    statement.bodyOf ? { ...statement, body: statement.bodyOf(word) } : statement,
  ])
}

const PROBLEM = {
  description: 'Problem details after RFC 9457',
  type: 'object',
  required: ['type', 'title', 'status', 'detail'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer' },
    detail: { type: 'string' },
    fields: {
      type: 'array',
      items: { type: 'object', properties: { field: { type: 'string' }, message: { type: 'string' } } },
    },
  },
}

type Schemas = Record<string, { properties?: Record<string, unknown>; required?: string[] }>

/** How a part of a path is told to programs. */
const PATH_PARTS = { number: { type: 'integer', minimum: 0 }, text: { type: 'string' } }

function describe(
  { name, parameters, path, method }: Operation,
  statement: Statement<object, object>,
  schemas: Schemas,
) {
  const query = statement.query ? schemas[statement.query.name] : undefined
  const answer = ANSWERS[name]
  return {
    operationId: `${method}${path
      .replace(/^\/api/, '')
      .split(/\W+/)
      .map((word) => word.slice(0, 1).toUpperCase() + word.slice(1))
      .join('')}`,
    summary: statement.summary,
    description: `Who may call: ${statement.who ?? rightsAsked(statement).join(' or ')}`,
    ...(statement.who !== 'anyone' && { security: [{ token: [] }, { session: [] }] }),
    parameters: [
      ...parameters.map((name) => ({
        ...{ name, in: 'path', required: true },
        schema: PATH_PARTS[statement.path?.[name] === 'number' ? 'number' : 'text'],
      })),
      ...Object.entries(query?.properties ?? {}).map(([name, schema]) => ({ name, in: 'query', schema })),
      ...Object.entries(statement.headers ?? {}).map(([name, description]) => ({
        name,
        in: 'header',
        description,
        schema: { type: 'string' },
      })),
    ],
    ...(statement.body && {
      requestBody: {
        required: true,
        content: { 'application/json': { schema: { $ref: `#/components/schemas/${statement.body.name}` } } },
      },
    }),
    responses: {
      200: {
        description: 'Done',
        content: { [statement.produces ?? 'application/json']: answer ? { schema: answer } : {} },
      },
      default: {
        description: 'Problem details',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  }
}

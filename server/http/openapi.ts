import { getMetadataStorage } from 'class-validator'
import { validationMetadatasToSchemas } from 'class-validator-jsonschema'
import { version } from '../../package.json'
import type { Route, Statement } from './route'
import { oneAt } from '../../core/lookup'

interface Operation {
  path: string
  method: string
  parameters: string[]
}

/** The path and method of a route file, as Nitro reads them: `tickets/[reference]/move.post.ts`. */
export function operationOf(file: string): Operation | undefined {
  const match = /^(.*?)(?:\.(get|post|put|patch|delete))?\.ts$/.exec(file)
  if (!match || oneAt(match, 1).includes('[...')) return undefined
  const path = `/api/${oneAt(match, 1).replace(/(^|\/)index$/, '')}`
    .replace(/\/$/, '')
    .replace(/\[(\w+)\]/g, '{$1}')
  return {
    path,
    method: match[2] ?? 'get',
    parameters: [...path.matchAll(/\{(\w+)\}/g)].map((one) => oneAt(one, 1)),
  }
}

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
    paths[operation.path] = {
      ...paths[operation.path],
      [operation.method]: describe(operation, route.statement, schemas),
    }
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
      schemas: { ...schemas, Problem: PROBLEM },
      securitySchemes: {
        token: { type: 'http', scheme: 'bearer' },
        session: { type: 'apiKey', in: 'cookie', name: 'yare_session' },
      },
    },
  }
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

function describe(
  { parameters, path, method }: Operation,
  statement: Statement<object, object>,
  schemas: Schemas,
) {
  const query = statement.query ? schemas[statement.query.name] : undefined
  return {
    operationId: `${method}${path
      .replace(/^\/api/, '')
      .split(/\W+/)
      .map((word) => word.slice(0, 1).toUpperCase() + word.slice(1))
      .join('')}`,
    summary: statement.summary,
    description: `Who may call: ${statement.who}`,
    ...(statement.who !== 'anyone' && { security: [{ token: [] }, { session: [] }] }),
    parameters: [
      ...parameters.map((name) => ({ name, in: 'path', required: true, schema: { type: 'string' } })),
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
      200: { description: 'Done', content: { [statement.produces ?? 'application/json']: {} } },
      default: {
        description: 'Problem details',
        content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    },
  }
}

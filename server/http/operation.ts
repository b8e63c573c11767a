import { oneAt } from '../../core/lookup'

/** A call of the API. */
export interface Operation {
  /** Such as `/api/tickets/{reference}`. */
  path: string
  /** In small letters. */
  method: string
  /** Names in braces. */
  parameters: string[]
  /** Such as `GET /api/tickets/{reference}`; by this it is called everywhere. */
  name: string
}

/**
 * The call that a file of `server/api` answers, as Nitro reads its name: `tickets/[reference]/move.post.ts`.
 * @returns nothing for tests, and for the route of everything else
 */
export function operationOf(file: string): Operation | undefined {
  const match = /^(.*?)(?:\.(get|post|put|patch|delete))?\.ts$/.exec(file)
  if (!match || file.endsWith('.test.ts') || oneAt(match, 1).includes('[...')) return undefined
  const path = `/api/${oneAt(match, 1).replace(/(^|\/)index$/, '')}`
    .replace(/\/$/, '')
    .replace(/\[(\w+)\]/g, '{$1}')
  const method = match[2] ?? 'get'
  const parameters = [...path.matchAll(/\{(\w+)\}/g)].map((one) => oneAt(one, 1))
  return { path, method, parameters, name: `${method.toUpperCase()} ${path}` }
}

import { describe, expect, it } from 'vitest'
import { operationOf } from '../../server/http/operation'
import { ROUTES } from './routes'

describe('The contract of routes', () => {
  it('states each part of a path that is not fixed, and no other', () => {
    for (const [file, { statement }] of ROUTES)
      expect([file, Object.keys(statement.path ?? {})]).toEqual([file, operationOf(file)?.parameters ?? []])
  })
})

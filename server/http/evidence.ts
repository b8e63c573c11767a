import type { Evidence } from '../../core/work'

/** What a body says of evidence, with what belongs to its sort and no more. */
export function evidenceOf(body: {
  is: Evidence['is']
  field?: string
  unit?: string
  least?: number
  most?: number
}): Evidence {
  const { is, field = '', unit, least, most } = body
  if (is === 'file') return { is }
  if (is === 'field') return { is, field }
  return {
    is,
    ...(unit && { unit }),
    ...(least !== undefined && { least }),
    ...(most !== undefined && { most }),
  }
}

/** What has to be given before a task counts as done. */
export type Evidence =
  /** A field of the ticket that must say something. */
  | { is: 'field'; field: string }
  | { is: 'file' }
  /** Something measured; outside of its limits the task is not done. */
  | { is: 'figure'; unit?: string; least?: number; most?: number }

export const EVIDENCE_KINDS = ['field', 'file', 'figure'] as const satisfies Evidence['is'][]

/** What was given when a task was ticked. */
export type Given =
  /** What it says stands in the record, for whoever sees the field. */
  | { is: 'field'; field: string }
  | { is: 'file'; file: string; name: string }
  | { is: 'figure'; figure: number; unit?: string }

/**
 * Why a figure does not do, in words for whoever gives it.
 * @returns nothing where it does
 * @example figureFault({ is: 'figure', least: 12, most: 14.4, unit: 'V' }, 11) // 'must be from 12 to 14.4 V'
 */
export function figureFault(
  { unit, least = -Infinity, most = Infinity }: Extract<Evidence, { is: 'figure' }>,
  figure: number | undefined,
): string | undefined {
  if (figure === undefined || !Number.isFinite(figure)) return 'please give the figure'
  if (figure >= least && figure <= most) return undefined
  return `must be ${limitsInWords(least, most)}${unit ? ` ${unit}` : ''}`
}

function limitsInWords(least: number, most: number): string {
  if (most === Infinity) return `${least} or more`
  if (least === -Infinity) return `${most} or less`
  return least === most ? String(least) : `from ${least} to ${most}`
}

/**
 * What is wanted, in words.
 * @param fieldName what a field is called
 */
export function evidenceInWords(evidence: Evidence, fieldName: (field: string) => string): string {
  if (evidence.is === 'file') return 'with a file'
  if (evidence.is === 'field') return `with “${fieldName(evidence.field)}” filled in`
  const { least, most, unit } = evidence
  const limits =
    least === undefined && most === undefined ? '' : ` ${limitsInWords(least ?? -Infinity, most ?? Infinity)}`
  return `with a figure${limits}${unit ? ` ${unit}` : ''}`
}

import type { FieldOf } from '../field'

export const remarks: FieldOf<'text'> = { type: 'text', label: 'Remarks', lines: true }

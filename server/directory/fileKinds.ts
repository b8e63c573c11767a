import { AGREEMENT_COLUMNS, agreementRow, writeAgreement } from './agreements'
import { AgreementBody, EquipmentBody } from './bodies'
import type { FileKind } from './csvFile'
import { EQUIPMENT_COLUMNS, equipmentRow, writeEquipment } from './equipment'

type RowOf<F extends (...args: never[]) => Promise<{ row?: unknown }>> = NonNullable<
  Awaited<ReturnType<F>>['row']
>

export const AGREEMENT_FILE: FileKind<AgreementBody, RowOf<typeof agreementRow>> = {
  columns: AGREEMENT_COLUMNS,
  numbers: ['number', 'amount'],
  body: AgreementBody,
  row: agreementRow,
  isThere: async (desk, number) => (await desk.knowledge.directory()).agreement(number) !== undefined,
  write: writeAgreement,
}

export const EQUIPMENT_FILE: FileKind<EquipmentBody, RowOf<typeof equipmentRow>> = {
  columns: EQUIPMENT_COLUMNS,
  numbers: ['number', 'agreement'],
  body: EquipmentBody,
  row: equipmentRow,
  isThere: async (desk, number) => (await desk.knowledge.directory()).equipment.has(String(number)),
  write: writeEquipment,
}

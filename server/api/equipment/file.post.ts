import { FileBody } from '../../directory/bodies'
import { takeCsv } from '../../directory/csvFile'
import { EQUIPMENT_FILE } from '../../directory/fileKinds'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    who: 'lead',
    summary: 'Look at a CSV file of equipment line by line, or take in the lines that are right',
    body: FileBody,
    bodyLimit: 8 * 1024 * 1024,
  },
  ({ desk, body }) => takeCsv(desk, EQUIPMENT_FILE, body.text, body.take === true),
)

import { previewFile } from '../../commands/importDesign'
import { DESIGN_FILE_LIMIT, DesignFileBody } from '../../http/bodies'
import { defineRoute } from '../../http/route'

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'What a design file would change in the draft, and what in it is not known here',
    body: DesignFileBody,
    bodyLimit: DESIGN_FILE_LIMIT,
  },
  ({ desk, body: { text, matches } }) => previewFile(desk, text, matches),
)

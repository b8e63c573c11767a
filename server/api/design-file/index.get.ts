import { IsOptional, Matches } from 'class-validator'
import { setResponseHeaders } from 'h3'
import { designFile, namesInFile } from '../../../core/design'
import { draftPage } from '../../queries/draft'
import { HttpProblem } from '../../http/problem'
import { defineRoute } from '../../http/route'
import { editionPage } from '../../queries/design'

class FileQuery {
  /** Number of an edition; the draft if left out. */
  @IsOptional()
  @Matches(/^\d{1,9}$/, { message: 'give the number of an edition' })
  edition?: string
}

export default defineRoute(
  {
    may: 'changeDesign',
    summary: 'The whole design as one file: an edition, or the draft',
    query: FileQuery,
  },
  async ({ event, desk, query }) => {
    const number = query.edition === undefined ? undefined : Number(query.edition)
    const design =
      number === undefined ? (await draftPage(desk)).design : (await editionPage(desk, number))?.document
    if (!design) throw new HttpProblem(404, 'There is no such edition.')
    const name = number === undefined ? 'design-draft' : `design-edition-${number}`
    setResponseHeaders(event, {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${name}.json"`,
    })
    return designFile(design, namesInFile(design, await desk.knowledge.directory()))
  },
)

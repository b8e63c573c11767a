import { IsArray, IsOptional, IsString } from 'class-validator'
import { takeFiles } from '../../../commands/attachments'
import { languageFor } from '../../../http/language'
import { requestOfCaller } from '../../../http/ownRequest'
import { defineRoute } from '../../../http/route'
import { requestPage } from '../../../queries/requests'

class AnswerBody {
  @IsString({ message: 'please write something' })
  text!: string

  /** Ids of files that were sent before. */
  @IsOptional()
  @IsArray()
  @IsString({ each: true })
  files: string[] = []
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { reference: 'number' },
    summary: 'Answer the desk on a request of mine, or one that I watch',
    body: AnswerBody,
  },
  async ({ event, desk, caller, body, path }) => {
    const reference = path.reference
    const page = await requestOfCaller(desk, reference, caller, 'watched')
    // What is said to a merged request belongs where it is handled.
    const attachments = await takeFiles(desk.db, body.files, caller.id)
    const said = { text: body.text, ...(attachments.length && { attachments }) }
    await desk.run(page.mergedInto ?? reference, { kind: 'answer', ...said }, { person: caller.id })
    return requestPage(desk, reference, caller.id, await languageFor(event, desk, caller))
  },
)

import { IsString, MaxLength } from 'class-validator'
import { noteMissing } from '../../../commands/knowledge'
import { defineRoute } from '../../../http/route'

class MissingBody {
  /** What it should have been about. */
  @IsString()
  @MaxLength(500, { message: 'please shorten this to 500 characters' })
  text!: string
}

export default defineRoute(
  {
    may: 'workTickets',
    path: { reference: 'number' },
    summary: 'Note that an article was looked for and is not there; whoever writes articles finds it',
    body: MissingBody,
  },
  async ({ desk, caller, body: { text }, path }) => {
    const { sequence } = await noteMissing(desk, path.reference, text, caller.id)
    return { sequence }
  },
)

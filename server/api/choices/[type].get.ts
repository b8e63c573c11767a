import { IsOptional, IsString, MaxLength } from 'class-validator'
import { isNamedType, NAMED_TYPES } from '../../../core/intake'
import { HttpProblem } from '../../http/problem'
import { defineRoute, isStaff } from '../../http/route'
import { choicesOf } from '../../queries/choices'

class ChoicesQuery {
  /** Part of the name. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  search = ''

  /** The one of that value alone, to know what it is called. */
  @IsOptional()
  @IsString()
  @MaxLength(100)
  value?: string

  /** Only what belongs to this organisation, where the desk asks for somebody of it. */
  @IsOptional()
  @IsString()
  @MaxLength(100)
  organisation?: string
}

export default defineRoute(
  {
    who: 'signedIn',
    path: { type: 'text' },
    summary:
      'What a question for a person, organisation, site or category may be answered with; requesters see their own organisation',
    query: ChoicesQuery,
  },
  async ({ desk, caller, query, path }) => {
    const type = path.type
    if (!isNamedType(type))
      throw new HttpProblem(
        404,
        `There is nothing to choose called “${type}”; ask for ${NAMED_TYPES.join(', ')}.`,
      )
    const [design, directory] = await Promise.all([
      desk.knowledge.currentEdition(),
      desk.knowledge.directory(),
    ])
    // Who works at an organisation is nobody's business elsewhere.
    const own = directory.people.get(caller.id)?.organisation ?? ''
    const within = isStaff(caller.role) ? query.organisation : own
    return choicesOf(type, { design, directory, search: query.search, value: query.value, within })
  },
)

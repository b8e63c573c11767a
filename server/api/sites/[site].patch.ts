import { IsString, MaxLength, ValidateIf } from 'class-validator'
import { changeSite } from '../../commands/people'
import { defineRoute } from '../../http/route'

const isSaid = (_: object, value: unknown) => value !== null && value !== undefined

class SiteChange {
  /** Priority of what is asked for from there; null for none. */
  @ValidateIf(isSaid)
  @IsString()
  @MaxLength(60)
  priority?: string | null

  /** Id of whoever looks after it and is told what concerns it; null for nobody. */
  @ValidateIf(isSaid)
  @IsString()
  @MaxLength(80)
  manager?: string | null
}

export default defineRoute(
  {
    who: 'lead',
    path: { site: 'text' },
    summary: 'Change what the directory says of a site: only what is given',
    body: SiteChange,
  },
  async ({ desk, body, path }) => {
    await changeSite(desk, path.site, body)
    return {}
  },
)

import { IsOptional, IsString, MaxLength } from 'class-validator'
import { ID_LIMIT } from '../../core/intake'
import type { Acceptance } from '../../core/ticket'

/** What a person chooses when a held ticket is accepted; what is left out, triage decides. */
export class AcceptanceBody implements Acceptance {
  /** Id of a ticket kind. */
  @IsOptional()
  @IsString()
  @MaxLength(ID_LIMIT)
  ticketKind?: string

  @IsOptional()
  @IsString()
  @MaxLength(ID_LIMIT)
  category?: string

  @IsOptional()
  @IsString()
  @MaxLength(ID_LIMIT)
  priority?: string

  /** Id of a service level that comes before all others. */
  @IsOptional()
  @IsString()
  @MaxLength(ID_LIMIT)
  level?: string
}

/** The choices that were made; an empty one counts as none. */
export function chosenOf({ ticketKind, category, priority, level }: AcceptanceBody): Acceptance {
  const all = { ticketKind, category, priority, level }
  return Object.fromEntries(Object.entries(all).filter(([, value]) => value))
}

import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator'
import type { ClassConstructor } from 'class-transformer'
import type { CloudEvent } from 'cloudevents'
import { isRecord } from '../../core/lookup'
import {
  CONFLICT_RULES,
  MOST_OFFERED,
  MOST_VALUES,
  OFFERED_TYPES,
  type ConflictRule,
  type OfferedType,
} from '../../core/partner'
import type { PartnerWord } from '../partner/incoming'
import { OPEN_KEY } from '../partner/keys'
import { WORD_TYPES, type WordType } from '../partner/outgoing'
import { HttpProblem } from './problem'
import { parse } from './route'

/** An address of another desk, and the code that was made there. */
export class PairBody {
  @IsString({ message: 'type the address of the desk' })
  @MaxLength(500)
  address!: string

  @IsString({ message: 'type the code' })
  @MaxLength(100)
  code!: string
}

/** What a desk says of itself as it pairs, with the proof that it has the code. */
export class PairingWordBody {
  @IsUUID()
  pairing!: string

  @IsString()
  @MaxLength(120)
  name!: string

  @IsString()
  @MaxLength(500)
  address!: string

  @Matches(OPEN_KEY, { message: 'is to be a key such as whpk_…' })
  key!: string

  @IsString()
  @MaxLength(100)
  proof!: string
}

const NAME_LIMIT = 200
const ID_LIMIT = 120

class BecomesBody {
  @IsString()
  @MaxLength(ID_LIMIT)
  field!: string

  @IsString()
  @MaxLength(ID_LIMIT)
  value!: string
}

class OfferedValueBody {
  @IsString()
  @MaxLength(ID_LIMIT)
  id!: string

  @IsString()
  @MaxLength(NAME_LIMIT)
  name!: string

  @IsOptional()
  @ValidateNested()
  @Type(() => BecomesBody)
  becomes?: BecomesBody
}

class OfferedFieldBody {
  @IsString()
  @MaxLength(ID_LIMIT)
  id!: string

  @IsString()
  @MaxLength(NAME_LIMIT)
  name!: string

  @IsIn(OFFERED_TYPES)
  type!: OfferedType

  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_VALUES)
  @ValidateNested({ each: true })
  @Type(() => OfferedValueBody)
  values?: OfferedValueBody[]

  @IsOptional()
  @IsIn(CONFLICT_RULES)
  conflict?: ConflictRule

  @IsOptional()
  @IsIn([true])
  needed?: true
}

class SpokenBody {
  @IsOptional()
  @IsIn([true])
  replies?: true

  @IsOptional()
  @IsIn([true])
  notes?: true

  @IsOptional()
  @IsIn([true])
  files?: true
}

/** What a desk says of its tickets, and takes in. */
export class OfferBody {
  @IsString()
  @MaxLength(120)
  desk!: string

  @IsArray()
  @ArrayMaxSize(MOST_OFFERED)
  @ValidateNested({ each: true })
  @Type(() => OfferedFieldBody)
  gives!: OfferedFieldBody[]

  @IsArray()
  @ArrayMaxSize(MOST_OFFERED)
  @ValidateNested({ each: true })
  @Type(() => OfferedFieldBody)
  takes!: OfferedFieldBody[]

  @ValidateNested()
  @Type(() => SpokenBody)
  says!: SpokenBody

  @ValidateNested()
  @Type(() => SpokenBody)
  hears!: SpokenBody
}

class KeyBody {
  @Matches(OPEN_KEY, { message: 'is to be a key such as whpk_…' })
  key!: string
}

class EndBody {
  /** What whoever ends it says to that. */
  @IsOptional()
  @IsString()
  @MaxLength(NAME_LIMIT)
  why?: string
}

const DATA: Record<WordType, ClassConstructor<object>> = {
  'partner.offer': OfferBody,
  'partner.key': KeyBody,
  'partner.end': EndBody,
}

const isWord = (type: string): type is WordType => (WORD_TYPES as readonly string[]).includes(type)

/** A word of a partner as its type says it is to be; what is not is answered with why, and keeps no other from being taken. */
export async function wordOf({ id, type, data }: CloudEvent<unknown>): Promise<PartnerWord> {
  if (!isWord(type)) return { id, type: 'unread', why: `nobody here knows the type ${type.slice(0, 80)}` }
  try {
    return { id, type, data: await parse(DATA[type], isRecord(data) ? data : {}) } as PartnerWord
  } catch (error) {
    if (!(error instanceof HttpProblem)) throw error
    const [first] = error.fields
    return { id, type: 'unread', why: first ? `${first.field} ${first.message}` : error.message }
  }
}

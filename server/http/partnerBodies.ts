import 'reflect-metadata'
import { Type } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsInt,
  IsObject,
  IsOptional,
  IsString,
  IsUUID,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
  ValidateBy,
  ValidateNested,
} from 'class-validator'
import type { ClassConstructor } from 'class-transformer'
import type { CloudEvent } from 'cloudevents'
import { isRecord } from '../../core/lookup'
import { MOST_FILES } from '../../core/intake'
import {
  CONFLICT_RULES,
  END_WHYS,
  FILE_PART,
  isWireValue,
  MOST_OFFERED,
  MOST_VALUES,
  OFFERED_TYPES,
  type ConflictRule,
  type EndWhy,
  type OfferedType,
  type Wire,
} from '../../core/partner'
import { TEXT_LIMIT } from '../../core/ticket'
import type { PartnerWord } from '../partner/incoming'
import { OPEN_KEY } from '../partner/keys'
import { WORD_TYPES, type WordType } from '../delivery/partnerWords'
import { HttpProblem } from './problem'
import { parse } from './route'

const NAME_LIMIT = 200
const ID_LIMIT = 120

/** So many things are said in one word at most, and so many fields. */
const MOST_SAID = 200
const MOST_FIELDS = MOST_OFFERED
/** How far a moment may be before or after 1970, in milliseconds: so far one can be written down. */
const FARTHEST = 8.64e15

/** Values of fields by their names: text, numbers, yes and no, several texts, or nothing. */
function IsWire() {
  return ValidateBy({
    name: 'isWire',
    validator: {
      validate: (said: unknown) =>
        isRecord(said) &&
        Object.keys(said).length <= MOST_FIELDS &&
        Object.entries(said).every(([name, value]) => name.length <= ID_LIMIT && isWireValue(value)),
      defaultMessage: () =>
        `is to be fields with their values: text, a number, yes or no, several texts, or nothing; ${MOST_FIELDS} at most`,
    },
  })
}

/** An address of another desk, and the code that was made there. */
export class PairBody {
  @IsString({ message: 'type the address of the desk' })
  @MaxLength(500)
  address!: string

  @IsString({ message: 'type the code' })
  @MaxLength(100)
  code!: string
}

/** Which partner is asked to take a ticket. */
export class AskPartnerBody {
  @IsString({ message: 'choose a partner desk' })
  @MaxLength(ID_LIMIT)
  partner!: string
}

/** The maps of the draft tried on a ticket. */
export class PartnerTrialBody {
  @IsInt({ message: 'type the number of a ticket' })
  @Min(0, { message: 'type the number of a ticket' })
  reference!: number

  @IsWire()
  says!: Wire
}

/** Which open tickets a partner is asked to take, all at once. */
export class BacklogBody {
  /** A condition of the design's language. */
  @IsObject({ message: 'say which tickets' })
  which!: object
}

/** The same, looked at before: so many lines from a ticket on. */
export class BacklogLookBody extends BacklogBody {
  /** The number of the ticket behind which it goes on. */
  @IsOptional()
  @IsInt()
  @Min(-1)
  @Max(Number.MAX_SAFE_INTEGER)
  after?: number
}

/** Whose stays of what both sides have changed. */
export class DecideBody {
  @IsString()
  @MaxLength(ID_LIMIT)
  target!: string

  @IsIn(['ours', 'theirs'], { message: 'say whose stays: ours or theirs' })
  keeps!: 'ours' | 'theirs'
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

const HASH = /^[0-9a-f]{64}$/

class SaidFileBody {
  @IsString()
  @MinLength(1)
  @MaxLength(NAME_LIMIT)
  name!: string

  @IsString()
  @MaxLength(ID_LIMIT)
  type!: string

  @IsInt()
  @Min(1)
  @Max(Number.MAX_SAFE_INTEGER)
  size!: number

  @Matches(HASH, { message: 'is to be the SHA-256 of its content, in hexadecimal' })
  hash!: string
}

/** A part of a file, before the word that names it. */
export class FilePartBody {
  @IsString()
  @MaxLength(ID_LIMIT)
  source!: string

  @Matches(HASH, { message: 'is to be the SHA-256 of the file, in hexadecimal' })
  hash!: string

  @IsInt()
  @Min(1)
  @Max(Number.MAX_SAFE_INTEGER)
  size!: number

  @IsInt()
  @Min(0)
  @Max(Number.MAX_SAFE_INTEGER)
  from!: number

  @MaxLength(Math.ceil(FILE_PART / 3) * 4, { message: `is longer than ${FILE_PART / 1024} KB` })
  @Matches(/^[A-Za-z0-9+/]*={0,2}$/, { message: 'is to be in Base64' })
  content!: string
}

class SaidItemBody {
  @IsString()
  @MaxLength(ID_LIMIT)
  id!: string

  @IsIn(['reply', 'note'])
  kind!: 'reply' | 'note'

  @IsString()
  @MaxLength(NAME_LIMIT)
  by!: string

  @IsString()
  @MaxLength(TEXT_LIMIT)
  text!: string

  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_FILES)
  @ValidateNested({ each: true })
  @Type(() => SaidFileBody)
  files?: SaidFileBody[]
}

class TidingBody {
  @IsInt()
  @Min(1)
  sequence!: number

  @IsInt()
  @Min(0)
  heard!: number

  @IsInt()
  @Min(0)
  @Max(FARTHEST)
  stamp!: number

  @IsWire()
  changes!: Wire

  @IsArray()
  @ArrayMaxSize(MOST_SAID)
  @ValidateNested({ each: true })
  @Type(() => SaidItemBody)
  said!: SaidItemBody[]

  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(1000)
  hops?: number

  @IsOptional()
  @IsIn(END_WHYS)
  ends?: EndWhy
}

/** What is said of a ticket. */
export class TicketWordBody {
  @IsString()
  @MaxLength(ID_LIMIT)
  link!: string

  @IsIn(['here', 'there'])
  begun!: 'here' | 'there'

  @IsInt()
  @Min(0)
  reference!: number

  @IsOptional()
  @IsIn([true])
  begins?: true

  @ValidateNested()
  @Type(() => TidingBody)
  tiding!: TidingBody
}

const DATA: Record<WordType, ClassConstructor<object>> = {
  'partner.ticket': TicketWordBody,
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

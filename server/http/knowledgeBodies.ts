import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsOptional,
  IsString,
  Max,
  MaxLength,
  Min,
  MinLength,
} from 'class-validator'
import { LANGUAGES, type Language } from '../../core/words'
import { MOST_NUMBER } from './bodies'

/** So many categories have an article offered for them. */
const MOST_CATEGORIES = 500

export class OfferBody {
  /** Ids of categories. */
  @IsArray()
  @ArrayMaxSize(MOST_CATEGORIES)
  @IsString({ each: true })
  @MaxLength(250, { each: true })
  categories!: string[]

  /** Whether it is offered for them, or no longer. */
  @IsBoolean()
  on: boolean = true
}

const applyAll =
  (...decorators: PropertyDecorator[]): PropertyDecorator =>
  (target, key) => {
    for (const one of decorators) one(target, key)
  }

/** Ids of things in the design or the directory. */
const Ids = () =>
  applyAll(
    IsOptional(),
    IsArray(),
    ArrayMaxSize(MOST_CATEGORIES),
    IsString({ each: true }),
    MaxLength(250, { each: true }),
  )

/** What an article says, in whichever language. */
class ArticleWordsBody {
  @IsString({ message: 'give it a title' })
  @MinLength(3, { message: 'give it a title' })
  @MaxLength(160)
  title!: string

  /** In Markdown. */
  @IsString({ message: 'write something' })
  @MinLength(1, { message: 'write something' })
  @MaxLength(100_000)
  body!: string

  /** Words by which it is found besides its own. */
  @IsString()
  @MaxLength(500)
  keywords: string = ''
}

export class ArticleBody extends ArticleWordsBody {
  @IsIn(['requesters', 'desk', 'team'], { message: 'say who reads it' })
  audience!: 'requesters' | 'desk' | 'team'

  /** Id of the team that reads it, where only one does. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  team?: string | null

  /** Ids of the portals that show it; all when empty. */
  @IsArray()
  @IsString({ each: true })
  portals: string[] = []

  /** In which it is written; as it was if left out, English for a new one. */
  @IsOptional()
  @IsIn(LANGUAGES)
  language?: Language

  /** Ids of the categories for whose tickets it is offered before others; as they were if left out. */
  @Ids()
  categories?: string[]

  /** Ids of the items for whose tickets it is offered before others; as they were if left out. */
  @Ids()
  items?: string[]

  /** Ids of the types of equipment for whose tickets it is offered before others; as they were if left out. */
  @Ids()
  equipmentTypes?: string[]

  /** Ids of the kinds of signals for whose tickets it is offered before others; as they were if left out. */
  @Ids()
  signals?: string[]

  /** Whether it is not out yet: read by those only who write articles; as it was if left out. */
  @IsOptional()
  @IsBoolean()
  draft?: boolean

  /** Id of who sees to it that it stays true; null for nobody, as it was if left out. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  owner?: string | null

  /** When it is looked at again; null for never, as it was if left out. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  reviewAt?: number | null

  /** The version that was changed: if there is another by now, nothing is kept. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(MOST_NUMBER)
  version?: number

  /** Ids of files that were sent before, and that it shows or offers. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(60)
  @IsString({ each: true })
  @MaxLength(64, { each: true })
  files: string[] = []
}

export class TranslationBody extends ArticleWordsBody {
  /** The version that was changed; 0 where it was not said in this language. */
  @IsInt()
  @Min(0)
  @Max(MOST_NUMBER)
  version: number = 0

  /** The version of the article that it says; the present one if left out. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(MOST_NUMBER)
  ofVersion?: number
}

export class RelateBody {
  /** Number of the article that belongs to it. */
  @IsInt({ message: 'choose an article' })
  @Min(1)
  @Max(MOST_NUMBER)
  article!: number

  /** Whether it does, or no longer. */
  @IsBoolean()
  on: boolean = true
}

export class VerdictBody {
  /** Whether it helped. */
  @IsBoolean({ message: 'say whether it helped' })
  helped!: boolean

  /** What is wrong or missing, or was good. */
  @IsString()
  @MaxLength(1000)
  words: string = ''
}

export class NoticeBody {
  @IsString({ message: 'say in a few words what is broken' })
  @MinLength(3, { message: 'say in a few words what is broken' })
  @MaxLength(160)
  title!: string

  @IsString()
  @MaxLength(5000)
  body: string = ''

  /** Ids of the portals that show it; all when empty. */
  @IsArray()
  @IsString({ each: true })
  portals: string[] = []
}

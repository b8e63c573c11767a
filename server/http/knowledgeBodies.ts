import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsOptional,
  IsString,
  MaxLength,
  MinLength,
} from 'class-validator'

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

export class ArticleBody {
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

  @IsIn(['requesters', 'desk'], { message: 'say who reads it' })
  audience!: 'requesters' | 'desk'

  /** Ids of the portals that show it; all when empty. */
  @IsArray()
  @IsString({ each: true })
  portals: string[] = []

  /** Ids of the categories for whose tickets it is offered before others; as they were if left out. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(MOST_CATEGORIES)
  @IsString({ each: true })
  @MaxLength(250, { each: true })
  categories?: string[]

  /** Ids of files that were sent before, and that it shows or offers. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(60)
  @IsString({ each: true })
  @MaxLength(64, { each: true })
  files: string[] = []
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

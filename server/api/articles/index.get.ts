import { Transform } from 'class-transformer'
import { IsIn, IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { countArticles, listArticles, type ArticleLine, type ArticlesShown } from '../../queries/articles'
import { searchArticles, type ArticleHit } from '../../queries/knowledge'
import { readerOf } from '../../queries/readers'

/** Lines of articles: those found by words have the part that fits, the others what is known of them. */
interface ArticleList {
  rows: (Partial<ArticleLine> & Partial<ArticleHit> & Pick<ArticleHit, 'id' | 'title'>)[]
  next?: number
  /** How many are not out yet, and how many are to be looked at again by now. */
  counts: { drafts: number; review: number }
}

class ArticlesQuery {
  @IsOptional()
  @IsString()
  @MaxLength(200)
  search?: string

  /** The id with which the page before ended. */
  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(0)
  after?: number

  @IsOptional()
  @Transform(({ value }) => Number(value))
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 60

  /** All of them, what is not out yet, or what is to be looked at again by now. */
  @IsIn(['all', 'drafts', 'review'])
  shown: ArticlesShown = 'all'
}

export default defineRoute(
  {
    who: 'staff',
    summary: 'Articles: all of them a page at a time, or those that fit some words',
    query: ArticlesQuery,
  },
  async ({ desk, caller, query: { search, ...page } }): Promise<ArticleList> => {
    const readers = readerOf(caller)
    const [list, counts] = await Promise.all([
      search?.trim()
        ? searchArticles(desk.db, search, readers, 20).then((rows) => ({ rows }))
        : listArticles(desk.db, page, readers),
      countArticles(desk.db, readers),
    ])
    return { ...list, counts }
  },
)

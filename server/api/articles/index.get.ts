import { Transform } from 'class-transformer'
import { IsInt, IsOptional, IsString, Max, MaxLength, Min } from 'class-validator'
import { defineRoute } from '../../http/route'
import { listArticles, searchArticles, type ArticleHit, type ArticleLine } from '../../queries/knowledge'

/** Lines of articles: those found by words have the part that fits, the others what is known of them. */
interface ArticleList {
  rows: (Partial<ArticleLine> & Partial<ArticleHit> & Pick<ArticleHit, 'id' | 'title'>)[]
  next?: number
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
}

export default defineRoute(
  {
    who: 'staff',
    summary: 'Articles: all of them a page at a time, or those that fit some words',
    query: ArticlesQuery,
  },
  async ({ desk, query: { search, ...page } }): Promise<ArticleList> =>
    search?.trim() ? { rows: await searchArticles(desk.db, search, {}, 20) } : listArticles(desk.db, page),
)

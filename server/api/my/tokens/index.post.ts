import { IsInt, IsOptional, IsString, Max, MaxLength, Min, MinLength } from 'class-validator'
import { setResponseStatus } from 'h3'
import { HttpProblem } from '../../../http/problem'
import { defineRoute } from '../../../http/route'
import { makeTokenOf } from '../../../http/session'

class TokenBody {
  /** What it is for. */
  @IsString()
  @MinLength(2, { message: 'say what it is for' })
  @MaxLength(80)
  name!: string

  /** After so many days it ends; never if left out. */
  @IsOptional()
  @IsInt({ message: 'write a whole number of days' })
  @Min(1, { message: 'at least a day' })
  @Max(3660, { message: 'at most ten years' })
  days?: number
}

export default defineRoute(
  {
    may: 'makeTokens',
    summary:
      'Make a token by which a program acts in your name; it is shown this once. A token makes no others',
    body: TokenBody,
  },
  async ({ event, desk, caller, body }) => {
    // One that ends could make one that does not.
    if (caller.by === 'token')
      throw new HttpProblem(403, 'A token makes no others; sign in, and make it under Your access.')
    const token = await makeTokenOf(desk.db, caller.id, body)
    setResponseStatus(event, 201)
    return { token }
  },
)

import { IsInt, IsOptional, IsString, Max, MaxLength, Min, MinLength } from 'class-validator'
import { setResponseStatus } from 'h3'
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
    who: 'technician',
    summary: 'Make a token by which a program acts in your name; it is shown this once',
    body: TokenBody,
  },
  async ({ event, desk, caller, body }) => {
    const token = await makeTokenOf(desk.db, caller.id, body)
    setResponseStatus(event, 201)
    return { token }
  },
)

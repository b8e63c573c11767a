import { plainToInstance, Transform, type ClassConstructor } from 'class-transformer'
import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  MaxLength,
  ValidateNested,
} from 'class-validator'
import {
  channelTerms,
  CHANNELS,
  type ChannelKind,
  type DayStretch,
  type Preferences,
  type Way,
} from '../../../core/notification'
import { Refused } from '../../../core/ticket'
import { changeWays } from '../../commands/people'
import { defineRoute } from '../../http/route'

const TIME = /^([01]\d|2[0-3]):[0-5]\d$|^24:00$/

/** Decorator metadata is not there in the build, so nested classes are made by hand. */
const of = <T>(type: ClassConstructor<T>) =>
  Transform(({ value }: { value: unknown }) =>
    value === undefined ? undefined : plainToInstance(type, value),
  )

class Stretch implements DayStretch {
  @Matches(TIME, { message: 'write a time like 22:00' })
  from!: string

  @Matches(TIME, { message: 'write a time like 07:00' })
  to!: string
}

class WayBody implements Way {
  @IsIn(CHANNELS, { message: `choose one of ${CHANNELS.join(', ')}` })
  channel!: ChannelKind

  @IsOptional()
  @IsString()
  @MaxLength(120)
  address?: string

  @IsOptional()
  @IsObject({ message: 'give from and to' })
  @ValidateNested()
  @of(Stretch)
  hours?: Stretch
}

class WaysBody implements Preferences {
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(8)
  @IsObject({ each: true, message: 'each way is an object with its channel' })
  @ValidateNested({ each: true })
  @of(WayBody)
  ways?: WayBody[]

  @IsOptional()
  @IsObject({ message: 'give from and to' })
  @ValidateNested()
  @of(Stretch)
  quiet?: Stretch

  @IsOptional()
  @Matches(/^[a-zA-Z]{2,3}(-[a-zA-Z0-9]{2,8})?$/, { message: 'write a language tag like nb or de-AT' })
  language?: string
}

/** What was left empty is not kept. */
const given = <T extends object>(body: T) =>
  Object.fromEntries(Object.entries(body).filter(([, value]) => value !== null)) as T

export default defineRoute(
  {
    who: 'staff',
    summary: 'Say how you want to be told: channels in their order, hours, quiet hours',
    body: WaysBody,
  },
  async ({ desk, caller, body }) => {
    const bare = (body.ways ?? []).findIndex(
      (one) => channelTerms(one.channel)?.address && !one.address?.trim(),
    )
    if (bare >= 0)
      throw new Refused('invalid', 'A way lacks its address.', [
        { field: `ways.${bare}.address`, message: 'write the number, or the name in the chat room' },
      ])
    await changeWays(desk, caller.id, { ...given(body), ...(body.ways && { ways: body.ways.map(given) }) })
    return {}
  },
)

import { describe, expect, it } from 'vitest'
import { followsInWords, sentIn } from './manyFollows'
import type { ManyLine } from './useMany'

const line = (follows: Partial<NonNullable<ManyLine['follows']>>): ManyLine => ({
  ...{ reference: 1, summary: 'The gate sticks', before: null, changes: true },
  follows: { promises: 0, messages: [], ladders: [], overdrawn: [], ...follows },
})
const mail = (to: string) => ({ channel: 'mail', to })

describe('what follows on many tickets', () => {
  it('is said by channel and to how many, with promises, ladders and what is over then', () => {
    const lines = [
      line({ promises: 2, messages: [mail('ines'), mail('tora')], ladders: ['Before it is due'] }),
      line({
        promises: 1,
        messages: [mail('tora'), { channel: 'pager', to: 'tora' }],
        overdrawn: ['Answer'],
      }),
      line({ ladders: ['Before it is due'], messages: [{ channel: 'call', to: 'tide' }] }),
    ]
    expect(followsInWords(lines)).toEqual([
      '3 promises change',
      'one promise is overdrawn by it',
      '“Before it is due” begins to climb on 2',
      '3 messages by mail to 2 people go out',
      'one message by pager to one person goes out',
      'one call to another system goes out',
    ])
    expect(sentIn(lines)).toBe(5)
  })

  it('is nothing where nothing follows', () => {
    expect(followsInWords([line({}), { ...line({}), follows: undefined }])).toEqual([])
  })
})

import { describe, expect, it } from 'vitest'
import { counterpartInWords, exchangeInWords, type CounterpartAt, type ExchangeStands } from './inWords'

const LINKED: ExchangeStands = {
  ...{ name: 'Varnes', stands: 'linked', isPaired: true, ended: null, refused: null },
  ...{ waiting: 0, unreachedSince: null },
}

describe('how an exchange stands', () => {
  it.each<[Partial<ExchangeStands>, string]>([
    [{ stands: 'asked', waiting: 1 }, 'waits to go'],
    [
      { stands: 'asked', waiting: 1, unreachedSince: '10:12' },
      'held: Varnes cannot be reached since 10:12. It goes by itself once they can be',
    ],
    [{ stands: 'asked' }, 'sent: they have not said yet what becomes of it'],
    [{}, 'linked: all of it is there'],
    [{ waiting: 2 }, 'linked: 2 changes wait to go'],
    [
      { waiting: 1, unreachedSince: '10:12' },
      'linked, and held: Varnes cannot be reached since 10:12; one change waits',
    ],
    [{ stands: 'refused', refused: 'No ships here.' }, 'refused: No ships here.'],
    [{ stands: 'ended', ended: 'merged' }, 'ended: the ticket was merged into another'],
    [{ isPaired: false, waiting: 3 }, 'stopped: the desks are not paired any more'],
  ])('%o: %s', (one, words) => {
    expect(exchangeInWords({ ...LINKED, ...one })).toBe(words)
  })
})

describe('a counterpart in a list', () => {
  const one: CounterpartAt = { name: 'Varnes', stands: 'linked', number: 7, says: 'Busy', heardAt: 1 }
  it.each<[Partial<CounterpartAt>, string]>([
    [{}, '7 Busy at Varnes (heard 10:04)'],
    [{ says: null, heardAt: null }, '7 at Varnes'],
    [{ stands: 'asked', number: null }, 'Varnes is asked'],
    [{ stands: 'refused', number: null }, 'Varnes refused it'],
    [{ stands: 'ended' }, '7 at Varnes, ended'],
    [{ stands: 'ended', number: null }, 'at Varnes, ended'],
  ])('%o: %s', (more, words) => {
    expect(counterpartInWords({ ...one, ...more }, () => '10:04')).toBe(words)
  })
})

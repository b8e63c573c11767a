import fc from 'fast-check'
import { DateTime } from 'luxon'
import { describe, expect, it } from 'vitest'
import { isWithin, planDelivery, type Told } from './notification'

const person = (notify: Told['notify']): Told => ({ mail: 'tora@sound.example', zone: 'Europe/Oslo', notify })
const local = (text: string) => DateTime.fromISO(text, { zone: 'Europe/Oslo' }).toMillis()
const NOON = local('2026-11-16T12:00')
const NIGHT = local('2026-11-16T23:30')
const pager = { channel: 'pager', address: '4711' } as const
const chat = { channel: 'chat', address: 'tora' } as const
const quiet = { from: '22:00', to: '07:00' }

describe('the way of a message', () => {
  it('is mail where nothing else is said, and nothing where nobody can be reached', () => {
    expect(planDelivery(person(undefined), NOON)).toEqual({ channel: 'mail', address: 'tora@sound.example' })
    expect(planDelivery({ mail: '', zone: 'UTC' }, NOON)).toBeUndefined()
    expect(planDelivery(person({ ways: [{ channel: 'text' }] }), NOON)).toBeUndefined()
  })

  it('is the first way that is open at this hour; the next when it fails, with why', () => {
    const ways = [{ ...pager, hours: { from: '22:00', to: '07:00' } }, chat, { channel: 'mail' as const }]
    const at = (now: number, tried: ('pager' | 'chat' | 'mail')[] = []) =>
      planDelivery(person({ ways }), now, { tried })
    expect(at(NOON)?.channel).toBe('chat')
    expect(at(NIGHT)?.channel).toBe('pager')
    expect(at(NIGHT, ['pager'])).toMatchObject({
      channel: 'chat',
      why: { is: 'waysFailed', channels: ['pager'] },
    })
    expect(at(NIGHT, ['pager', 'chat'])).toMatchObject({ address: 'tora@sound.example' })
    expect(at(NIGHT, ['pager', 'chat', 'mail'])).toBeUndefined()
  })

  it('waits in quiet hours unless it is urgent, and says until when', () => {
    const one = person({ ways: [pager], quiet })
    const held = planDelivery(one, NIGHT)
    const why = { is: 'quietUntil', until: local('2026-11-17T07:00'), zone: 'Europe/Oslo' }
    expect(held).toEqual({ ...pager, notBefore: local('2026-11-17T07:00'), why })
    expect(planDelivery(one, NIGHT, { urgent: true })).toEqual(pager)
    expect(planDelivery(one, NOON)).toEqual(pager)
    expect(planDelivery(one, local('2026-11-17T03:00'))?.notBefore).toBe(local('2026-11-17T07:00'))
  })

  it('never goes out in quiet hours, over the nights on which clocks change too', () => {
    const minutes = fc.integer({ min: 0, max: 60 * 24 * 400 })
    const time = fc.tuple(fc.integer({ min: 0, max: 23 }), fc.constantFrom('00', '30'))
    const stretch = fc.tuple(time, time).map(([a, b]) => ({
      from: `${String(a[0]).padStart(2, '0')}:${a[1]}`,
      to: `${String(b[0]).padStart(2, '0')}:${b[1]}`,
    }))
    fc.assert(
      fc.property(minutes, stretch, (minute, hours) => {
        const now = local('2026-01-01T00:00') + minute * 60_000
        const one = person({ quiet: hours })
        const plan = planDelivery(one, now)!
        const at = plan.notBefore ?? now
        expect(at).toBeGreaterThanOrEqual(now)
        expect(at - now).toBeLessThanOrEqual(25 * 3_600_000)
        expect(isWithin(hours, one.zone, at)).toBe(false)
      }),
    )
  })
})

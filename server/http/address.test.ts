import { afterEach, describe, expect, it } from 'vitest'
import { readSettings } from '../base/settings'
import { originOf } from './address'

afterEach(() => readSettings({}))

describe('where a request comes from', () => {
  it.each([
    ['203.0.113.7', undefined, '203.0.113.7'],
    // Nobody trusts what somebody on the open net says of themselves.
    ['203.0.113.7', '198.51.100.1', '203.0.113.7'],
    ['127.0.0.1', '198.51.100.1', '198.51.100.1'],
    ['::ffff:127.0.0.1', '198.51.100.1', '198.51.100.1'],
    // What stands before the first hop that is not ours was written by a stranger.
    ['127.0.0.1', '1.1.1.1, 198.51.100.1', '198.51.100.1'],
    ['127.0.0.1', 'nonsense', '127.0.0.1'],
    ['127.0.0.1', undefined, '127.0.0.1'],
    ['2001:db8:1:2:3:4:5:6', undefined, '2001:db8:1:2::/64'],
    [undefined, '1.1.1.1', 'unknown'],
  ])('of %s saying %s is %s', (remote, forwarded, origin) => {
    expect(originOf(remote, forwarded)).toBe(origin)
  })

  it('goes through the proxies that a setting names', () => {
    readSettings({ YARE_TRUSTED_PROXIES: '10.0.0.0/8, 127.0.0.1' })
    expect(originOf('10.2.3.4', '198.51.100.1, 10.9.9.9')).toBe('198.51.100.1')
    expect(originOf('192.0.2.1', '198.51.100.1')).toBe('192.0.2.1')
    readSettings({ YARE_TRUSTED_PROXIES: 'none' })
    expect(originOf('127.0.0.1', '198.51.100.1')).toBe('127.0.0.1')
  })
})

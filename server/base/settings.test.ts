import { readFileSync } from 'node:fs'
import { afterAll, describe, expect, it } from 'vitest'
import type { WrongSettings } from './settings'
import { readSettings, SETTING_NAMES } from './settings'

afterAll(() => readSettings())

describe('what is set from outside', () => {
  it('is what the documents say, and each has a line there', () => {
    const text = readFileSync('docs/OPERATIONS.md', 'utf8')
    const written = [...text.matchAll(/^\| (.+?) \|/gm)].flatMap((one) => one[1]!.match(/[A-Z_]+/g) ?? [])
    expect(SETTING_NAMES.filter((one) => !written.includes(one))).toEqual([])
  })

  it('holds as it is where nothing is set, or something empty', () => {
    const read = readSettings({ YARE_URL: '', SMTP_URL: undefined })
    expect(read).toMatchObject({ YARE_URL: 'http://127.0.0.1:4203', SMTP_URL: 'smtp://127.0.0.1:2525' })
    expect(read.MAILBOX_PORT).toBeUndefined()
  })

  it('is read as what it means', () => {
    expect(readSettings({ MAILBOX_PORT: '2600', LOG_LEVEL: 'warn' })).toMatchObject({
      MAILBOX_PORT: 2600,
      LOG_LEVEL: 'warn',
    })
  })

  it.each([
    ['DATABASE_URL', 'mysql://here/there'],
    ['SMTP_URL', 'mail.example.org'],
    ['GATEWAY_URL', '127.0.0.1:80'],
    ['MAILBOX_PORT', 'two'],
    ['GATEWAY_PORT', '99999'],
    ['YARE_URL', 'desk.example.org'],
    ['YARE_PRIVATE_CALLS', 'http://10.0.0.7/'],
    ['YARE_TRUSTED_PROXIES', '10.0.0.0/8, everybody'],
    ['YARE_MAIL_CERTIFICATES', 'yes'],
    ['YARE_MAIL_AUTHSERV', 'two words'],
    ['YARE_PARSER', '/etc/passwd'],
    ['LOG_LEVEL', 'loud'],
    ['YARE_PART', 'a b'],
  ])('that cannot be meant is refused with what it is to be: %s', (name, value) => {
    expect(() => readSettings({ [name]: value })).toThrow(new RegExp(`^${name} is to be .+\\.$`))
  })

  it('says all that is wrong at once', () => {
    try {
      readSettings({ LOG_LEVEL: 'loud', YARE_PART: 'a b' })
      expect.unreachable()
    } catch (error) {
      expect((error as WrongSettings).problems.map((one) => one.name)).toEqual(['LOG_LEVEL', 'YARE_PART'])
    }
  })
})

import { describe, expect, it } from 'vitest'
import { linkFrom } from './tools'

describe('where a link leads', () => {
  it.each([
    ['sound.example/plan', 'https://sound.example/plan'],
    [' https://sound.example ', 'https://sound.example'],
    ['ines-varga@merrow.sound.example', 'mailto:ines-varga@merrow.sound.example'],
    ['mailto:a@b.example', 'mailto:a@b.example'],
    ['/desk/7', '/desk/7'],
    ['sound.example:8080', 'https://sound.example:8080'],
  ])('is what somebody typed: %s', (typed, to) => expect(linkFrom(typed)).toBe(to))

  it.each([
    '',
    'the plan',
    'javascript:alert(1)',
    'data:text/html,x',
    '//evil.example',
    'plan',
    'a@b',
    `a@${'.'.repeat(9999)}`,
  ])('is nowhere: %s', (typed) => expect(linkFrom(typed)).toBeUndefined())
})

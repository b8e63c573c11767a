import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fileIn, plainWords, writtenHtml } from '.'

describe('what somebody writes, as HTML', () => {
  it('has its emphasis, lists, code and links, which say nothing of the desk to where they lead', () => {
    expect(writtenHtml('Now *restart* `nysa-7`:\n\n- off\n- **on**')).toBe(
      '<p>Now <em>restart</em> <code>nysa-7</code>:</p>\n<ul>\n<li>off</li>\n<li><strong>on</strong></li>\n</ul>\n',
    )
    expect(writtenHtml('[here](https://a.example/x?y=1&z=2)')).toBe(
      '<p><a href="https://a.example/x?y=1&amp;z=2" target="_blank" rel="noopener noreferrer nofollow">here</a></p>\n',
    )
    expect(writtenHtml('see https://a.example/x.')).toContain('>https://a.example/x</a>.')
    expect(writtenHtml('[7](/desk/7)')).toBe('<p><a href="/desk/7">7</a></p>\n')
  })

  it('keeps the lines of a message, and lets those of an article flow', () => {
    expect(writtenHtml('one\ntwo', { breaks: true })).toBe('<p>one<br>\ntwo</p>\n')
    expect(writtenHtml('one\ntwo')).toBe('<p>one\ntwo</p>\n')
  })

  it.each([
    ['<script>alert(1)</script>'],
    ['<img src=x onerror=alert(1)>'],
    ['[x](javascript:alert(1))'],
    ['[x](JaVaScRiPt:alert(1))'],
    ['[x](data:text/html;base64,PHNjcmlwdD4=)'],
    ['[x](vbscript:x)'],
    ['[x](//evil.example)'],
    ['![x](https://evil.example/who-reads.png)'],
    ['![x](attachment:../../me)'],
    ['[x](https://a.example "t" onclick=alert(1))'],
    ['![" onerror="alert(1)](attachment:1)'],
    ['<a href="javascript:alert(1)">x</a>'],
  ])('is safe to show: %s', (text) => {
    const html = writtenHtml(text, { file: (id) => `/files/${id}` })
    expect(html.replace(/<\/?(?:p|em|a href="https:\/\/a\.example"[^<>]*|a)>/g, '')).not.toMatch(
      /<(?!img src="\/files\/1" alt="&quot; onerror=&quot;alert\(1\)" loading="lazy">)/,
    )
  })

  it('shows files that were sent here, and names those that cannot be seen', () => {
    const plan = `![plan](${fileIn('17ab')})`
    const file = (id: string) => (id === '17ab' ? '/api/x?a=1&b=2' : undefined)
    expect(writtenHtml(plan, { file })).toBe(
      '<p><img src="/api/x?a=1&amp;b=2" alt="plan" loading="lazy"></p>\n',
    )
    expect(writtenHtml(`[the plan](${fileIn('17ab')})`, { file })).toBe(
      '<p><a href="/api/x?a=1&amp;b=2">the plan</a></p>\n',
    )
    expect(writtenHtml(plan)).toBe('<p><em>plan</em></p>\n')
  })

  it('takes what is nested without end as it stands', () => {
    expect(writtenHtml('> '.repeat(5000) + 'x').length).toBeLessThan(60_000)
    expect(writtenHtml('['.repeat(20_000)).length).toBeLessThan(30_000)
  })
})

describe('what somebody writes, as plain words', () => {
  it('has no signs, keeps points, and says where links lead', () => {
    expect(
      plainWords(
        'Dear *Ines*,\n\nsee **[the plan](https://a.example)** or https://b.example:\n\n1. off\n2. on\n   - wait\n\n> said\n> before\n\n```\nping nysa-7\n```\n\n![photo](attachment:17ab)',
      ),
    ).toBe(
      'Dear Ines,\n\nsee the plan (https://a.example) or https://b.example:\n\n1. off\n2. on\n   - wait\n\n> said\n> before\n\nping nysa-7\n\nphoto',
    )
  })

  it('says where a link leads unless its words do', () => {
    expect(plainWords('[on](https://a.example/on) [a.example/on](https://a.example/on)')).toBe(
      'on (https://a.example/on) a.example/on',
    )
    expect(plainWords('[Ines](mailto:ines@a.example) <ines@a.example>')).toBe(
      'Ines (ines@a.example) ines@a.example',
    )
  })

  it('takes signs that stand for themselves as what they stand for', () => {
    expect(plainWords('snake\\_case &lt;b&gt; 2 \\* 3')).toBe('snake_case <b> 2 * 3')
    expect(plainWords('two\nlines')).toBe('two\nlines')
  })

  it('says all that words without signs say', () => {
    const word = fc.stringMatching(/^[a-zæøå]{1,9}$/)
    const line = fc.array(word, { minLength: 1, maxLength: 6 }).map((words) => words.join(' '))
    const paragraph = fc.array(line, { minLength: 1, maxLength: 3 }).map((lines) => lines.join('\n'))
    fc.assert(
      fc.property(fc.array(paragraph, { maxLength: 4 }), (paragraphs) => {
        const text = paragraphs.join('\n\n')
        expect(plainWords(text)).toBe(text)
      }),
    )
  })
})

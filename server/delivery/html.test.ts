import { describe, expect, it } from 'vitest'
import { htmlOf } from './html'

describe('the HTML of a mail', () => {
  it('has paragraphs and links of its text, and nothing that somebody typed in as HTML', () => {
    const html = htmlOf('Hello <b>Ines</b>,\n\nsee https://desk.sound.example/desk/7?a=1&b=2.\nThank you')
    expect(html).toContain('<p>Hello &lt;b&gt;Ines&lt;/b&gt;,</p>')
    expect(html).toContain(
      '<a href="https://desk.sound.example/desk/7?a=1&amp;b=2">https://desk.sound.example/desk/7?a=1&amp;b=2</a>.<br>Thank you',
    )
  })

  it('offers one thing to press', () => {
    const html = htmlOf('x', { label: 'I have it', link: 'http://127.0.0.1/acknowledge/a"b' })
    expect(html).toContain('href="http://127.0.0.1/acknowledge/a&quot;b"')
    expect(html).toContain('>I have it</a>')
  })
})

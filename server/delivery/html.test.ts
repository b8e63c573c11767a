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
    const html = htmlOf('x', { action: { label: 'I have it', link: 'http://127.0.0.1/acknowledge/a"b' } })
    expect(html).toContain('href="http://127.0.0.1/acknowledge/a&quot;b"')
    expect(html).toContain('>I have it</a>')
  })

  it('shows what somebody wrote as it was written, and all around it as text', () => {
    const written = 'Do **this**:\n\n- off\n- [on](https://a.example)'
    const html = htmlOf('Dear Ines *Varga*,\n\nDo this:\n\n- off\n- on (https://a.example)\n\nThe desk', {
      written,
    })
    expect(html).toContain('<p>Dear Ines *Varga*,</p><p>Do <strong>this</strong>:</p>')
    expect(html).toMatch(/<li>off<\/li>\s*<li><a href="https:\/\/a\.example"[^>]*>on<\/a><\/li>/)
    expect(html).toContain('</ul>\n<p>The desk</p>')
  })

  it('shows it where it stands in lines of its own, though a word of it is said before', () => {
    expect(htmlOf('Good day Ines Varga,\n\nInes\n\nThe desk', { written: '**Ines**' })).toContain(
      '<p>Good day Ines Varga,</p><p><strong>Ines</strong></p>',
    )
    expect(htmlOf('They say: Ines', { written: '**Ines**' })).toContain('<strong>Ines</strong>')
  })

  it('has nothing that runs, of what somebody wrote either', () => {
    const written = '**x** <script>alert(1)</script> [y](javascript:alert(1)) ![z](attachment:1)'
    const html = htmlOf('x <script>alert(1)</script> [y](javascript:alert(1)) z', { written })
    expect(html).toContain('<strong>x</strong> &lt;script&gt;')
    expect(html).not.toMatch(/<script|href=|<img/)
  })

  it('says what it can where what was written is not in its text', () => {
    expect(htmlOf('only this', { written: '**other**' })).toContain('<p>only this</p></body>')
  })
})

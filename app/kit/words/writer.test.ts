import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { plainWords, writtenHtml } from '~~/core/writing'
import { asText, guarded } from './markdown'
import { offersState } from './offers'
import { dropPicture, rewrite, showPicture, writerOf, writtenIn } from './writer'

const { render } = offersState()
const writing = (text = '') =>
  writerOf(text, {
    headings: true,
    people: () => [],
    replies: () => [],
    address: (id) => `/files/${id}`,
    render,
  })
/** An editor in which somebody has typed a line, sign by sign, not in Markdown. */
const typing = (typed: string, editor = writing()) => {
  const line = { type: 'paragraph', content: [{ type: 'text', text: typed }] }
  editor.commands.setContent({ type: 'doc', content: [line] })
  return writtenIn(editor)
}
const again = (text: string) => writtenIn(writing(text))

describe('what is written', () => {
  it.each([
    ['**bold** *it* ~~gone~~ `code`'],
    ['[the plan](https://a.example/x)'],
    ['- off\n- on\n  - wait\n\n1. one\n2. two'],
    ['> said before\n\n```\nping <host>\n```'],
    ['## Before\n\ntext\n\n---\n\nmore'],
    ['one\n\ntwo'],
    ['- [ ] off\n- [ ] on **now**\n\ndone'],
    ['![the plan](attachment:17ab)'],
    ['look ![the plan](attachment:17ab) here'],
  ])('is the same when it is read again: %s', (text) => expect(again(text)).toBe(text))

  it.each([
    '# 7',
    '- no',
    '1. no',
    '+ x',
    '---',
    '> q',
    '``` x',
    '<b>',
    '*x* _y_ `z`',
    '&lt;',
    '    four',
    '[a](b)',
    '[ ] a',
    '- [ ] a',
    '===',
  ])('means what was typed, not what it would be in Markdown: %s', (typed) => {
    const text = typing(typed)
    expect(plainWords(text)).toBe(typed.trim())
    expect(writing(text).getText()).toBe(typed.trim())
  })

  it('is, whatever is typed, what its readers see', () => {
    const typed = fc.string({
      unit: fc.constantFrom(...'ab1 .#-+*_`~<>&[]()!\\|:/='),
      minLength: 1,
      maxLength: 30,
    })
    const editor = writing()
    fc.assert(
      fc.property(typed, (one) => {
        const said = one.trim().replace(/\s+/g, ' ')
        if (said) expect(plainWords(typing(said, editor))).toBe(said)
      }),
      { numRuns: 300 },
    )
  })

  it('has no HTML: what looks like it is text, in code too', () => {
    expect(writing('reboot <server> & wait').getText()).toBe('reboot <server> & wait')
    expect(guarded('a <b> `<c>` <https://a.example>\n\n```\n<d>\n```\n<e>')).toBe(
      'a &lt;b> `<c>` <https://a.example>\n\n```\n<d>\n```\n&lt;e>',
    )
    expect(writtenHtml(again('<img src=x onerror=alert(1)>'))).toBe(
      '<p>&lt;img src=x onerror=alert(1)&gt;</p>\n',
    )
  })

  it('takes from what is pasted what a text can have, and nothing that runs or is fetched', () => {
    const editor = writing()
    editor.commands.insertContent(
      '<h1 onclick="x()">Plan</h1><script>alert(1)</script><p style="color:red">see <b>this</b> <img src="https://evil.example/x.png" onerror="x()"><a href="javascript:x()">and</a> <a href="https://a.example">that</a></p><style>p{color:red}</style>',
    )
    const html = editor.getHTML()
    expect(html).not.toMatch(/script|onclick|onerror|evil|style|color/)
    expect(html).toContain('<strong>this</strong>')
    expect(html).toContain('href="https://a.example"')
  })

  it('is nothing where nothing is written', () => {
    expect(writtenIn(writing())).toBe('')
    expect(writtenIn(writing('  \n\n '))).toBe('')
  })

  it('can be written anew by somebody else, which is told nobody', () => {
    let told = 0
    const editor = writing('one')
    editor.on('update', () => told++)
    rewrite(editor, '**two**')
    expect(writtenIn(editor)).toBe('**two**')
    expect(told).toBe(0)
  })
})

describe('a line of text', () => {
  it('begins nothing', () => {
    expect(asText('# a\n- b\n12. c\n  + d\nplain 1. e')).toBe('\\# a\n\\- b\n12\\. c\n\\+ d\nplain 1. e')
    expect(asText('#tag -x 1.5')).toBe('#tag -x 1.5')
  })
})

describe('a picture', () => {
  it('stands below what is being written, and goes with its file', () => {
    const editor = writing('first words\n\nlast')
    editor.commands.setTextSelection(4)
    showPicture(editor, '17ab', 'plan [a].png')
    expect(writtenIn(editor)).toBe('first words\n\n![plan  a .png](attachment:17ab)\n\nlast')
    expect(editor.getHTML()).toContain('<img src="/files/17ab" alt="plan [a].png">')
    expect(editor.state.selection.from).toBe(4)
    dropPicture(editor, 'another')
    dropPicture(editor, '17ab')
    expect(writtenIn(editor)).toMatch(/^first words\n+last$/)
  })

  it('has the cursor below it where nobody has written on since it was pasted', () => {
    const editor = writing('first words')
    editor.commands.setTextSelection(4)
    showPicture(editor, '17ab', 'plan.png', true)
    editor.commands.insertContent('and on')
    expect(writtenIn(editor)).toBe('first words\n\n![plan.png](attachment:17ab)\n\nand on')
  })

  it('takes the empty line that is there for it', () => {
    const editor = writing()
    showPicture(editor, '17ab', 'plan.png')
    expect(writtenIn(editor)).toBe('![plan.png](attachment:17ab)')
  })

  it('is text where it lies elsewhere', () => {
    expect(writing('![x](https://evil.example/x.png)').getHTML()).not.toContain('<img')
  })
})

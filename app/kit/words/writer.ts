import { Editor, type EditorOptions, type Extensions } from '@tiptap/core'
import { TaskItem, TaskList } from '@tiptap/extension-list'
import { Placeholder } from '@tiptap/extension-placeholder'
import { Markdown } from '@tiptap/markdown'
import StarterKit from '@tiptap/starter-kit'
import { guarded, PlainParagraph } from './markdown'
import { naming, wordsAtHand, type Offer, type offersState } from './offers'
import { Picture } from './picture'

/** What can be written, and what is offered meanwhile. */
export interface Writer {
  /** Whether a text is long enough to have headings, as an article is. */
  headings?: boolean
  placeholder?: string
  /** Where the file with an id is shown from. */
  address?: (id: string) => string | undefined
  people: () => readonly Offer[]
  replies: () => readonly Offer[]
  render: ReturnType<typeof offersState>['render']
}

/** Everything that a text can have. */
export const partsOf = ({ headings, placeholder, address, people, replies, render }: Writer): Extensions => [
  StarterKit.configure({
    paragraph: false,
    underline: false,
    heading: headings ? { levels: [2, 3] } : false,
    horizontalRule: headings ? {} : false,
    link: {
      openOnClick: false,
      defaultProtocol: 'https',
      isAllowedUri: (address, { defaultValidate }) =>
        defaultValidate(address) && /^(?:https?:\/\/|mailto:|\/(?!\/)|#)/i.test(address),
    },
  }),
  PlainParagraph,
  // Steps are ticked on a ticket, not where they are written.
  ...(headings ? [TaskList, TaskItem.configure({ nested: true, onReadOnlyChecked: () => false })] : []),
  Markdown,
  Picture.configure({ address: address ?? (() => undefined) }),
  Placeholder.configure({ placeholder: placeholder ?? '' }),
  naming(people, render),
  wordsAtHand(replies, render),
]

/** An editor of Markdown. @param text Markdown that it begins with */
export const writerOf = (text: string, writer: Writer, options: Partial<EditorOptions> = {}): Editor =>
  new Editor({ ...options, content: guarded(text), contentType: 'markdown', extensions: partsOf(writer) })

/** What an editor holds, in Markdown. */
export const writtenIn = (editor: Editor): string => (editor.isEmpty ? '' : editor.getMarkdown().trim())

/** Puts another text into an editor, as if somebody else had written it: it is told nobody. */
export const rewrite = (editor: Editor, text: string): boolean =>
  editor.commands.setContent(guarded(text), { contentType: 'markdown', emitUpdate: false })

/**
 * Shows a picture below what is being written, not within a word of it.
 * @param goesOn whether the cursor goes below it: where nobody has written on since it was pasted
 */
export function showPicture(editor: Editor, id: string, name: string, goesOn = false): void {
  const { $from } = editor.state.selection
  const picture = { type: 'picture', attrs: { id, name } }
  const isEmpty = $from.depth === 1 && $from.parent.content.size === 0
  const after = $from.depth ? $from.after(1) : $from.pos
  const line = { type: 'paragraph', content: [picture] }
  const below = goesOn ? [line, { type: 'paragraph' }] : line
  const at = isEmpty ? { from: $from.before(1), to: after } : after
  editor.commands.insertContentAt(at, below, { updateSelection: goesOn })
}

/** Takes a picture out of a text, wherever it stands. */
export function dropPicture(editor: Editor, id: string): void {
  const places: number[] = []
  editor.state.doc.descendants((node, at) => {
    if (node.type.name === 'picture' && node.attrs.id === id) places.push(at)
  })
  const { tr } = editor.state
  for (const at of places.toReversed()) tr.delete(at, at + 1)
  if (places.length) editor.view.dispatch(tr)
}

import { Extension, type Editor, type Range } from '@tiptap/core'
import { Mention } from '@tiptap/extension-mention'
import { PluginKey } from '@tiptap/pm/state'
import Suggestion, { type SuggestionOptions, type SuggestionProps } from '@tiptap/suggestion'
import { shallowReactive } from 'vue'
import { guarded } from './markdown'

/** Something that a sign offers while somebody writes. */
export interface Offer {
  id: string
  name: string
  /** What is put there in its place, in Markdown; its name if left out. */
  text?: string
}

/** What is offered at the moment, and where. */
export interface Offers {
  list: readonly Offer[]
  chosen: number
  /** Where the writing stands, in the window. */
  at: DOMRect | undefined
  take: (index: number) => void
}

const MOST = 7
/** So much of a name is typed at most. */
const LONGEST = 40

/** Those whose name has the words that were typed, whatever their order; those that begin with them first. */
export function fitting(list: readonly Offer[], typed: string): Offer[] {
  if (typed.length > LONGEST) return []
  const asked = typed.toLocaleLowerCase('en')
  const words = asked.split(/\s+/).filter(Boolean)
  const named = list.map((one) => ({ one, name: one.name.toLocaleLowerCase('en') }))
  const fit = named.filter(({ name }) => words.every((word) => name.includes(word)))
  return fit
    .sort((a, b) => Number(b.name.startsWith(asked)) - Number(a.name.startsWith(asked)))
    .slice(0, MOST)
    .map(({ one }) => one)
}

/** What is offered while somebody writes, and the keys by which it is taken. */
export function offersState() {
  const offers = shallowReactive<Offers>({ list: [], chosen: 0, at: undefined, take: () => undefined })

  function show({ items, clientRect, command }: SuggestionProps<Offer, Offer>): void {
    offers.list = items
    offers.chosen = 0
    offers.at = clientRect?.() ?? undefined
    offers.take = (index) => items[index] && command(items[index])
  }
  function hide(): void {
    offers.list = []
    offers.at = undefined
  }
  function key(event: KeyboardEvent): boolean {
    const { list, chosen } = offers
    if (!list.length) return false
    if (event.key === 'ArrowDown') offers.chosen = (chosen + 1) % list.length
    else if (event.key === 'ArrowUp') offers.chosen = (chosen + list.length - 1) % list.length
    else if ((event.key === 'Enter' && !event.ctrlKey && !event.metaKey) || event.key === 'Tab')
      offers.take(chosen)
    else if (event.key === 'Escape') hide()
    else return false
    // It is not the form that is meant.
    event.stopPropagation()
    return true
  }
  const render: NonNullable<SuggestionOptions<Offer>['render']> = () => ({
    onStart: show,
    onUpdate: show,
    onKeyDown: ({ event }) => key(event),
    onExit: hide,
  })
  return { offers, hide, render }
}

type Render = ReturnType<typeof offersState>['render']
type Source = () => readonly Offer[]

/** People that an @ names. The text has their names as anybody would write them. */
export const naming = (people: Source, render: Render) =>
  Mention.extend({
    markdownTokenizer: undefined,
    parseMarkdown: undefined,
    renderMarkdown: ({ attrs }) => `@${String(attrs?.label)}`,
  }).configure({
    suggestion: {
      allowSpaces: true,
      items: ({ query }) => (query.startsWith(' ') ? [] : fitting(people(), query)),
      command: ({ editor, range, props }) => {
        const { id, name } = props as unknown as Offer
        editor
          .chain()
          .focus()
          .insertContentAt(range, [
            { type: 'mention', attrs: { id, label: name } },
            { type: 'text', text: ' ' },
          ])
          .run()
      },
      render: render as never,
    },
  })

/** Puts words that are at hand where somebody writes. */
export const putWords = (editor: Editor, text: string, range?: Range): void => {
  const at = range ?? editor.state.selection
  editor
    .chain()
    .focus()
    .deleteRange({ from: at.from, to: at.to })
    .insertContent(guarded(text), { contentType: 'markdown' })
    .run()
}

/** Words at hand that a / offers. */
export const wordsAtHand = (replies: Source, render: Render) =>
  Extension.create({
    name: 'wordsAtHand',
    addProseMirrorPlugins() {
      return [
        Suggestion<Offer>({
          editor: this.editor,
          pluginKey: new PluginKey('wordsAtHand'),
          char: '/',
          allowSpaces: true,
          items: ({ query }) => (query.startsWith(' ') ? [] : fitting(replies(), query)),
          command: ({ editor, range, props }) => putWords(editor, props.text ?? props.name, range),
          render,
        }),
      ]
    },
  })

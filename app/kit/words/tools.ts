import type { Editor } from '@tiptap/core'
import {
  PhCode,
  PhListBullets,
  PhListChecks,
  PhListNumbers,
  PhQuotes,
  PhTextB,
  PhTextHTwo,
  PhTextItalic,
  PhTerminalWindow,
} from '@phosphor-icons/vue'
import type { Component } from 'vue'

/** Something that words can be made to look like. */
export interface Tool {
  says: string
  icon: Component
  /** Keys that do the same while somebody writes. */
  keys?: string
  is: (editor: Editor) => boolean
  toggle: (editor: Editor) => void
}

const tool = (
  name: string,
  says: string,
  icon: Component,
  toggle: (chain: ReturnType<Editor['chain']>) => ReturnType<Editor['chain']>,
  keys?: string,
): Tool => ({
  ...{ says, icon, keys },
  is: (editor) => editor.isActive(name),
  toggle: (editor) => void toggle(editor.chain().focus()).run(),
})

const FOR_ALL = [
  tool('bold', 'Strong', PhTextB, (on) => on.toggleBold(), 'Ctrl b'),
  tool('italic', 'Emphasis', PhTextItalic, (on) => on.toggleItalic(), 'Ctrl i'),
  tool('code', 'As typed', PhCode, (on) => on.toggleCode(), 'Ctrl e'),
  tool('bulletList', 'Points', PhListBullets, (on) => on.toggleBulletList(), 'Ctrl Shift 8'),
  tool('orderedList', 'Numbered points', PhListNumbers, (on) => on.toggleOrderedList(), 'Ctrl Shift 7'),
  tool('blockquote', 'Quoted', PhQuotes, (on) => on.toggleBlockquote(), 'Ctrl Shift b'),
  tool('codeBlock', 'What a screen says', PhTerminalWindow, (on) => on.toggleCodeBlock(), 'Ctrl Alt c'),
]
const FOR_ARTICLES = [
  tool(
    'taskList',
    'Steps that are ticked on a ticket',
    PhListChecks,
    (on) => on.toggleTaskList(),
    'Ctrl Shift 9',
  ),
  tool('heading', 'Heading', PhTextHTwo, (on) => on.toggleHeading({ level: 2 }), 'Ctrl Alt 2'),
]

/** What words can be made to look like, in the order in which it stands above them. */
export const toolsFor = (headings: boolean): readonly Tool[] => [
  ...FOR_ALL,
  ...(headings ? FOR_ARTICLES : []),
]

/**
 * Where a link leads, as somebody types it.
 * @returns undefined where it would lead nowhere that a text may lead
 * @example linkFrom('sound.example/plan') // 'https://sound.example/plan'
 */
export function linkFrom(typed: string): string | undefined {
  const address = typed.trim()
  if (/^(?:https?:\/\/|mailto:)\S+$/i.test(address) || /^\/(?!\/)\S*$/.test(address)) return address
  if (/^[^\s@:/]+@[^\s@:/.]+(?:\.[^\s@:/.]+)+$/.test(address)) return `mailto:${address}`
  return /^[\p{L}\d-]+(?:\.[\p{L}\d-]+)+(?:[:/?#]\S*)?$/u.test(address) ? `https://${address}` : undefined
}

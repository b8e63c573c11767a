import { Node } from '@tiptap/core'
import { fileIn } from '~~/core/writing'

/** The id in the address by which a text shows a file. */
const idIn = (address: unknown): string | undefined => {
  const [before, id] = String(address).split(fileIn(''))
  return before === '' && id ? id : undefined
}

/**
 * A picture that was sent to the desk, as it stands in a text: `![the plan](attachment:17ab)`. None comes from elsewhere:
 * what is pasted with a text is not fetched from where it lies.
 */
export const Picture = Node.create<{ address: (id: string) => string | undefined }>({
  name: 'picture',
  group: 'inline',
  inline: true,
  atom: true,
  draggable: true,
  addOptions: () => ({ address: () => undefined }),
  addAttributes: () => ({ id: { default: '' }, name: { default: '' } }),
  renderHTML({ node }) {
    const { id, name } = node.attrs as { id: string; name: string }
    const from = this.options.address(id)
    return from === undefined ? ['em', String(name)] : ['img', { src: from, alt: name }]
  },
  renderText: ({ node }) => String(node.attrs.name),
  markdownTokenName: 'image',
  parseMarkdown(token, helpers) {
    const id = idIn(token.href)
    const name = String(token.text ?? '')
    return id === undefined
      ? helpers.createTextNode(String(token.raw ?? name))
      : helpers.createNode('picture', { id, name }, [])
  },
  renderMarkdown: ({ attrs }) => {
    const name = String(attrs?.name).replace(/[[\]\\\n]/g, ' ')
    return `![${name}](${fileIn(String(attrs?.id))})`
  },
})

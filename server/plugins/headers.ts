import { randomBytes } from 'node:crypto'
import { getHeader, setResponseHeaders } from 'h3'
import { defineNitroPlugin } from 'nitropack/runtime'
import { securityHeaders } from '../http/securityHeaders'

interface Html {
  head: string[]
  bodyPrepend: string[]
  bodyAppend: string[]
}

// On every answer, whatever gives it: pages, the API, files. Scripts in a page are ours by a word that is new each time.
export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    const nonce = randomBytes(16).toString('base64')
    event.context.nonce = nonce
    // For the questions that the page asks on the server; see addressOf.
    event.context.remote = event.node.req.socket?.remoteAddress || undefined
    setResponseHeaders(event, securityHeaders(nonce, getHeader(event, 'x-forwarded-proto') === 'https'))
  })
  const hooks = nitro.hooks as unknown as {
    hook(
      name: 'render:html',
      change: (html: Html, of: { event: { context: { nonce?: string } } }) => void,
    ): void
  }
  hooks.hook('render:html', (html, { event }) => {
    const { nonce } = event.context
    // Not in what was drawn: whatever stands there has been written by somebody.
    for (const part of ['head', 'bodyPrepend', 'bodyAppend'] as const)
      html[part] = html[part].map((text) => text.replaceAll('<script', `<script nonce="${nonce}"`))
  })
})

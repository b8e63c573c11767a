// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- a virtual module has no file to import types from
/// <reference path="../virtual.d.ts" />
import places from '#yare/preloads'
import { getRequestURL, type H3Event } from 'h3'
import { defineNitroPlugin, useRuntimeConfig } from 'nitropack/runtime'
import { createRouterMatcher } from 'vue-router'

const NOTHING = { template: '' }
const matcher = createRouterMatcher(
  places.map(({ path, files }) => ({ path, component: NOTHING, meta: { files } })),
  {},
)
/** Drawn on the server, where the framework knows what they need. */
const DRAWN = /^\/(?:portal|acknowledge)(?:\/|$)/

function linksFor(path: string): string {
  if (DRAWN.test(path)) return ''
  const { matched } = matcher.resolve({ path }, { path } as never)
  const { baseURL, buildAssetsDir } = useRuntimeConfig().app
  const files = matched.flatMap((one) => (one.meta as { files?: string[] }).files ?? [])
  return files
    .map((file) => {
      const to = `${baseURL}${buildAssetsDir}${file}`.replace(/\/{2,}/g, '/')
      return file.endsWith('.css')
        ? `<link rel="preload" as="style" crossorigin href="${to}">`
        : `<link rel="modulepreload" as="script" crossorigin href="${to}">`
    })
    .join('')
}

// A place of the desk is drawn in the browser: all that it needs is named in the page, so that it comes at once.
export default defineNitroPlugin((nitro) => {
  const hooks = nitro.hooks as unknown as {
    hook(name: 'render:html', change: (html: { head: string[] }, of: { event: H3Event }) => void): void
  }
  hooks.hook('render:html', (html, { event }) => {
    const links = linksFor(getRequestURL(event).pathname)
    if (links) html.head.push(links)
  })
})

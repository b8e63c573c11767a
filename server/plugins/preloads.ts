// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- a virtual module has no file to import types from
/// <reference path="../virtual.d.ts" />
import places from '#yare/preloads'
import { getRequestURL, type H3Event } from 'h3'
import { defineNitroPlugin, useRuntimeConfig } from 'nitropack/runtime'
import { createRouterMatcher } from 'vue-router'

/** Drawn on the server, where the framework knows what they need. */
const DRAWN = /^\/(?:portal|acknowledge|fill|word)(?:\/|$)/

/** A file, named in a page so that it comes before it is asked for. */
const linkTo = (address: string) =>
  address.endsWith('.css')
    ? `<link rel="preload" as="style" crossorigin href="${address}">`
    : `<link rel="modulepreload" as="script" crossorigin href="${address}">`

/** What is named in the page of each place, by its address. */
function linksOf(folder: string): (path: string) => string {
  const routes = places.map(({ path, files }) => {
    const links = files.map((file) => linkTo(`${folder}${file}`.replace(/\/{2,}/g, '/'))).join('')
    return { path, component: { template: '' }, meta: { links } }
  })
  const matcher = createRouterMatcher(routes, {})
  return (path) => {
    if (DRAWN.test(path)) return ''
    const { matched } = matcher.resolve({ path }, { path } as never)
    return String(matched.at(-1)?.meta.links ?? '')
  }
}

// A place of the desk is drawn in the browser: all that it needs is named in the page, so that it comes at once.
export default defineNitroPlugin((nitro) => {
  const { baseURL, buildAssetsDir } = useRuntimeConfig().app
  const linksFor = linksOf(`${baseURL}${buildAssetsDir}`)
  const hooks = nitro.hooks as unknown as {
    hook(name: 'render:html', change: (html: { head: string[] }, of: { event: H3Event }) => void): void
  }
  hooks.hook('render:html', (html, { event }) => {
    const links = linksFor(getRequestURL(event).pathname)
    if (links) html.head.push(links)
  })
})

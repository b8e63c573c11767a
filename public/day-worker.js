// Keeps My day ready without a connection: the page and what it is drawn with. What is read or done there is kept by the
// page itself. It has to stand at an address that never changes, so it is not built.

const PAGES = 'yare-day-pages'
const PARTS = 'yare-day-parts'
const DAY = '/day'
/** Who is signed in: without it the page does not begin. */
const ME = '/api/me'

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

/** The page says what it was drawn with, since that came before this was there. Older parts go with the older page. */
self.addEventListener('message', (event) => {
  const { keep } = event.data ?? {}
  if (!Array.isArray(keep)) return
  event.waitUntil(keepAll(keep.filter((one) => isPart(new URL(one, self.location.origin)))))
})

async function keepAll(parts) {
  const [pages, cache] = await Promise.all([caches.open(PAGES), caches.open(PARTS)])
  const wanted = new Set(parts.map((one) => new URL(one, self.location.origin).href))
  const had = new Set((await cache.keys()).map((one) => one.url))
  await Promise.all([...wanted].filter((one) => !had.has(one)).map((one) => keepOne(cache, one)))
  await Promise.all([keepOne(pages, DAY), keepOne(pages, ME)])
  await Promise.all([...had].filter((one) => !wanted.has(one)).map((one) => cache.delete(one)))
}

async function keepOne(cache, address) {
  const answer = await fetch(address).catch(() => undefined)
  if (answer?.ok) await cache.put(address, answer)
}

const isPart = ({ origin, pathname }) =>
  origin === self.location.origin && (pathname.startsWith('/_nuxt/') || pathname === '/favicon.svg')

/** As the network has it, else as it was kept. The page itself is kept only after its parts. */
async function freshOr(request, key) {
  try {
    const answer = await fetch(request)
    if (answer.ok && key === ME) await (await caches.open(PAGES)).put(key, answer.clone())
    // Whoever is signed out is nobody here either.
    if (answer.status === 401) await caches.delete(PAGES)
    return answer
  } catch (error) {
    const kept = await caches.match(key, { cacheName: PAGES })
    if (kept) return kept
    throw error
  }
}

/** As it was kept: parts are named by what is in them. */
async function keptOr(request) {
  const kept = await caches.match(request, { cacheName: PARTS })
  return kept ?? fetch(request)
}

self.addEventListener('fetch', (event) => {
  const { request } = event
  if (request.method !== 'GET') return
  const url = new URL(request.url)
  if (url.origin !== self.location.origin) return
  if (request.mode === 'navigate' && url.pathname === DAY) event.respondWith(freshOr(request, DAY))
  else if (url.pathname === ME) event.respondWith(freshOr(request, ME))
  else if (isPart(url)) event.respondWith(keptOr(request))
})

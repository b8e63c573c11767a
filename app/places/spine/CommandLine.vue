<script setup lang="ts">
import { capital } from '~~/core/words'
import { ARTICLES } from '~/design'
import { KINDS } from '~~/core/directory/kinds'
import { LIST_NAMES } from '~~/core/directory/list'
import type { Hit } from '~/kit/hit'
import { placeAt } from './places'

// One line to go anywhere, and to find any ticket, person or article.
const PLACES: Hit[] = [
  { to: '/arrivals', name: 'Arrivals: what waits to be accepted', note: 'place' },
  { to: '/desk', name: 'Desk: everything open', note: 'place' },
  { to: '/desk?view=mine', name: 'Desk: mine', note: 'view' },
  { to: '/desk?view=unassigned', name: 'Desk: unassigned', note: 'view' },
  { to: '/desk?view=over', name: 'Desk: over', note: 'view' },
  { to: '/log', name: 'Log a request for somebody', note: 'deed' },
  { to: '/find', name: 'Find: every record of every kind', note: 'place' },
  { to: '/directory/labels', name: 'Labels for equipment', note: 'place' },
  { to: '/deadlines', name: 'Deadlines: every running promise', note: 'place' },
  { to: '/deadlines?band=over', name: 'Deadlines: over', note: 'view' },
  { to: '/design', name: 'Design: editions and draft', note: 'place' },
  ...ARTICLES.map(({ path, name, note }) => ({
    to: `/design/${path}`,
    name: `Design: ${(note ?? name).replace(/^[A-Z](?=[a-z ])/, (one) => one.toLowerCase())}`,
    note: 'article',
  })),
  { to: '/bench', name: 'Bench: what to do next', note: 'place' },
  { to: '/bench?order=fewestLate', name: 'Bench: the order that keeps most promises', note: 'view' },
  { to: '/knowledge', name: 'Knowledge: articles and notices', note: 'place' },
  { to: '/directory', name: 'People and places', note: 'place' },
  ...LIST_NAMES.map((list) => ({
    to: `/directory/${list}`,
    name: `People and places: ${KINDS[list].title.toLowerCase()}`,
    note: 'list',
  })),
  { to: '/directory/agreements?view=ending', name: 'Agreements running out', note: 'view' },
  { to: '/directory/equipment?view=away', name: 'Equipment out for repair', note: 'view' },
  { to: '/directory/rota', name: 'Rota: who is on call', note: 'place' },
  { to: '/plans', name: 'Plans under way: larger requests by stage', note: 'place' },
  { to: '/messages', name: 'Messages: everything that went or will go', note: 'place' },
  { to: '/messages?state=givenUp', name: 'Messages: given up', note: 'view' },
  { to: '/my/access', name: 'Your access: password, sessions, tokens', note: 'place' },
  { to: '/my/messages', name: 'What you were told, and how', note: 'place' },
  { to: '/standins/mailbox', name: 'Mailbox stand-in', note: 'place' },
  { to: '/standins/chat', name: 'Chat room stand-in', note: 'place' },
  { to: '/standins/text', name: 'Text message stand-in', note: 'place' },
  { to: '/standins/pager', name: 'Pager stand-in', note: 'place' },
  { to: '/standins/call', name: 'Another system, stand-in', note: 'place' },
  { to: '/standins/assist', name: 'Assist stand-in: remote machines', note: 'place' },
  { to: '/standins/monitor', name: 'Monitor stand-in: signals', note: 'place' },
]

/** So long nothing is asked while somebody types on, in milliseconds. */
const PAUSE = 120
const session = useSession()
/** A phone has neither the room nor the keys. */
const slim = useSlim()
const line = ref<{ focus: () => void }>()
defineExpose({ focus: () => line.value?.focus() })

/** What the role of whoever is here does not open is not offered. */
const open = computed(() =>
  PLACES.filter(({ to }) => {
    const right = placeAt(to.split('?')[0]!)?.may
    return !right || session.may(right)
  }),
)
const sheets = useShortcutSheets()
/** What can be done to what is open, by the very keys that do it. */
const deeds = computed<Hit[]>(() =>
  sheets.sheets
    .filter(({ place }) => place !== 'Everywhere')
    .toReversed()
    .flatMap(({ place, shortcuts }) =>
      toValue(shortcuts)
        .filter(({ keys, when }) => !/^(?:Arrow|Page|Home|End|Escape|j$|k$)/.test(keys) && (when?.() ?? true))
        .map(({ keys, says, run }) => ({
          ...{ to: `${place} ${keys}`, name: capital(says), note: `key ${shownKey(keys)}` },
          run: () => run(new KeyboardEvent('keydown')),
        })),
    ),
)
const deedsFor = (words: string) =>
  deeds.value.filter((deed) => deed.name.toLowerCase().startsWith(words.toLowerCase())).slice(0, 4)
/** A ticket opens in the place where one is, in the view that one has. */
const route = useRoute()
function go({ to, run }: Hit) {
  if (run) return run()
  const number = /^\/desk\/(\d+)$/.exec(to)?.[1]
  const place = ['/desk', '/bench'].find((one) => route.path === one || route.path.startsWith(`${one}/`))
  const { page: _, ...query } = route.query
  return navigateTo(number && place ? { path: `${place}/${number}`, query } : to)
}
const hits = shallowRef<Hit[]>([])
const placesFor = (words: string) =>
  open.value.filter((place) => place.name.toLowerCase().includes(words.toLowerCase())).slice(0, 5)

// An answer to fewer letters must not take the place of one to more.
let asked = 0
async function look(typed: string) {
  const words = typed.trim()
  const mine = ++asked
  if (!words) return void (hits.value = [...deeds.value.slice(0, 4), ...open.value])
  const here = [...deedsFor(words), ...placesFor(words)]
  hits.value = here
  await new Promise((done) => setTimeout(done, PAUSE))
  if (mine !== asked) return
  try {
    const answer = await api('GET /api/search', { query: { words, limit: 8 } })
    if (mine === asked)
      hits.value = [...deedsFor(words), ...found(answer), ...placesFor(words), ...rest(answer, words)]
  } catch (error) {
    if (mine !== asked) return
    const to = `/find?words=${encodeURIComponent(words)}`
    hits.value = [...here, { to, name: asApiError(error).problem.detail, note: 'try again' }]
  }
}
type Found = AnswerOf<'GET /api/search'>
const found = ({ hits: all }: Found): Hit[] =>
  all.slice(0, 14).map(({ to, title, note, why }) => ({ to, name: title, note, why }))
function rest({ hits: all, tickets, isMore }: Found, words: string): Hit[] {
  const more = tickets - all.filter((one) => one.kind === 'ticket').length
  const note = `${more}${isMore ? ' or more' : ''} other tickets fit`
  return more > 0
    ? [{ to: `/find?words=${encodeURIComponent(words)}`, name: 'Show all that fits', note }]
    : []
}
</script>

<template>
  <div class="line">
    <KitSeek
      ref="line"
      :hits="hits"
      label="Go to, find or do"
      :placeholder="slim ? 'Find …' : 'Go to, find or do …'"
      nothing="Nothing found. Try a number, a name or a word of the summary."
      @look="look"
      @go="go"
    />
    <kbd v-if="!slim" aria-hidden="true">Ctrl K</kbd>
  </div>
</template>

<style scoped>
.line {
  position: relative;
  display: flex;
  container-type: inline-size;
}
/* Over the words of the line nobody reads it. */
@container (max-width: 200px) {
  kbd {
    display: none;
  }
}
kbd {
  position: absolute;
  right: 10px;
  top: 6px;
  font: 11px var(--mono);
  color: var(--ink-3);
  pointer-events: none;
}
</style>

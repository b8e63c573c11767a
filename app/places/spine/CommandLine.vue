<script setup lang="ts">
import { ARTICLES } from '~/design'
interface Hit {
  /** Why it was found. */
  why?: string
  to: string
  name: string
  note: string
}

const PLACES: Hit[] = [
  { to: '/arrivals', name: 'Arrivals: what waits to be accepted', note: 'place' },
  { to: '/desk', name: 'Desk: everything open', note: 'place' },
  { to: '/desk?view=mine', name: 'Desk: mine', note: 'view' },
  { to: '/desk?view=unassigned', name: 'Desk: unassigned', note: 'view' },
  { to: '/desk?view=over', name: 'Desk: over', note: 'view' },
  { to: '/log', name: 'Log a request for somebody', note: 'deed' },
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
  { to: '/directory/agreements', name: 'Directory: agreements', note: 'place' },
  { to: '/directory/agreements?view=ending', name: 'Directory: agreements running out', note: 'view' },
  { to: '/directory/equipment', name: 'Directory: equipment', note: 'place' },
  { to: '/directory/equipment?view=away', name: 'Directory: out for repair', note: 'view' },
  { to: '/directory/rota', name: 'Rota: who is on call', note: 'place' },
  { to: '/messages', name: 'Messages: everything that went or will go', note: 'place' },
  { to: '/messages?state=givenUp', name: 'Messages: given up', note: 'view' },
  { to: '/my/messages', name: 'What you were told, and how', note: 'place' },
  { to: '/standins/mailbox', name: 'Mailbox stand-in', note: 'place' },
  { to: '/standins/chat', name: 'Chat room stand-in', note: 'place' },
  { to: '/standins/text', name: 'Text message stand-in', note: 'place' },
  { to: '/standins/pager', name: 'Pager stand-in', note: 'place' },
  { to: '/standins/call', name: 'Another system, stand-in', note: 'place' },
  { to: '/standins/monitor', name: 'Monitor stand-in: signals', note: 'place' },
]

const box = ref<HTMLInputElement>()
const text = ref('')
const focused = ref(false)
const chosen = ref(0)
const found = ref<Hit[]>([])
let asked = 0

const hits = computed(() => {
  const words = text.value.trim().toLowerCase()
  return words
    ? [
        ...found.value,
        ...PLACES.filter((place) => place.name.toLowerCase().includes(words)).slice(0, 5),
        ...(more.value
          ? [
              {
                to: `/find?words=${encodeURIComponent(text.value)}`,
                name: 'Show all that fits',
                note: more.value,
              },
            ]
          : []),
      ]
    : PLACES
})

const more = ref('')
watch(text, async (words) => {
  chosen.value = 0
  const mine = ++asked
  if (!words.trim()) {
    more.value = ''
    return (found.value = [])
  }
  await new Promise((done) => setTimeout(done, 120))
  if (mine !== asked) return
  const answer = await api('GET /api/search', { query: { words, limit: 8 } }).catch(() => undefined)
  if (mine !== asked) return
  found.value = (answer?.hits ?? []).slice(0, 14).map((hit) => ({ ...hit, name: hit.title }))
  const rest = (answer?.tickets ?? 0) - (answer?.hits.filter((one) => one.kind === 'ticket').length ?? 0)
  more.value = rest > 0 ? `${rest}${answer?.isMore ? ' or more' : ''} other tickets fit` : ''
})

async function go(hit: Hit | undefined) {
  if (!hit) return
  text.value = ''
  box.value?.blur()
  await navigateTo(hit.to)
}

function onKey(event: KeyboardEvent) {
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k') {
    event.preventDefault()
    box.value?.focus()
  }
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))
</script>

<template>
  <div class="line">
    <input
      ref="box"
      v-model="text"
      type="text"
      role="combobox"
      aria-label="Go to, find or do"
      :aria-expanded="focused"
      aria-controls="command-hits"
      aria-autocomplete="list"
      :aria-activedescendant="focused && hits.length ? `hit-${chosen}` : undefined"
      placeholder="Go to, find …"
      @focus="focused = true"
      @blur="focused = false"
      @keydown.down.prevent="chosen = Math.min(hits.length - 1, chosen + 1)"
      @keydown.up.prevent="chosen = Math.max(0, chosen - 1)"
      @keydown.enter.prevent="go(hits[chosen])"
      @keydown.esc="box?.blur()"
    />
    <kbd aria-hidden="true">Ctrl K</kbd>
    <ul v-show="focused" id="command-hits" role="listbox" aria-label="What was found">
      <li
        v-for="(hit, index) in hits"
        :id="`hit-${index}`"
        :key="hit.to"
        role="option"
        :aria-selected="index === chosen"
        @mousedown.prevent="go(hit)"
      >
        <span class="found"
          >{{ hit.name }} <MarkedText v-if="hit.why" class="why small" :text="hit.why"
        /></span>
        <span class="quiet small note">{{ hit.note }}</span>
      </li>
      <li v-if="hits.length === 0" role="option" aria-selected="false" class="quiet">
        Nothing found. Try a number, a name or a word of the summary.
      </li>
    </ul>
  </div>
</template>

<style scoped>
.line {
  position: relative;
  display: flex;
}
input {
  width: 100%;
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  background: var(--page-2);
  color: var(--ink);
  font: inherit;
  padding: 0 60px 0 10px;
}
input::placeholder {
  color: var(--ink-3);
  opacity: 1;
}
kbd {
  position: absolute;
  right: 10px;
  top: 5px;
  font: 11px var(--mono);
  color: var(--ink-3);
}
ul {
  position: absolute;
  top: 34px;
  left: 50%;
  transform: translateX(-50%);
  width: min(640px, 92vw);
  max-height: 76vh;
  overflow-y: auto;
  box-sizing: border-box;
  z-index: 30;
  margin: 0;
  padding: 4px 0;
  list-style: none;
  background: var(--page);
  border: 1px solid var(--rule-2);
}
li {
  padding: 5px 10px;
  cursor: pointer;
  display: flex;
  justify-content: space-between;
  gap: 10px;
}
li span:first-child {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.why {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  color: var(--ink-2);
}
.note {
  white-space: nowrap;
}
li[aria-selected='true'] {
  background: var(--sea-2);
}
</style>

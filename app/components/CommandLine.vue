<script setup lang="ts">
import type { TicketList } from '~/composables/useTickets'

interface Hit {
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
  { to: '/design/catalog', name: 'Design: catalog and forms', note: 'article' },
  { to: '/design/portals', name: 'Design: portals', note: 'article' },
  { to: '/design/kinds', name: 'Design: ticket kinds', note: 'article' },
  { to: '/design/triage/where-it-goes', name: 'Design: where it goes', note: 'article' },
  { to: '/design/service-levels', name: 'Design: service levels', note: 'article' },
  { to: '/design/ladders', name: 'Design: ladders and rota', note: 'article' },
  { to: '/knowledge', name: 'Knowledge: articles and notices', note: 'place' },
  { to: '/directory/agreements', name: 'Directory: agreements', note: 'place' },
  { to: '/directory/agreements?view=ending', name: 'Directory: agreements running out', note: 'view' },
  { to: '/directory/equipment', name: 'Directory: equipment', note: 'place' },
  { to: '/directory/equipment?view=away', name: 'Directory: out for repair', note: 'view' },
  { to: '/standins/mailbox', name: 'Mailbox stand-in', note: 'place' },
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
    ? [...found.value, ...PLACES.filter((place) => place.name.toLowerCase().includes(words))].slice(0, 12)
    : PLACES
})

watch(text, async (words) => {
  chosen.value = 0
  const mine = ++asked
  if (!words.trim()) return (found.value = [])
  await new Promise((done) => setTimeout(done, 150))
  if (mine !== asked) return
  const list = await api<TicketList>('/api/tickets', {
    query: { search: words, limit: 10, view: 'all' },
  }).catch(() => undefined)
  if (mine !== asked) return
  found.value = (list?.rows ?? []).map((row) => ({
    to: `/desk/${row.reference}`,
    name: `${row.reference} ${row.summary}`,
    note: row.status,
  }))
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
      placeholder="Go to, find or do…"
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
        <span>{{ hit.name }}</span> <span class="quiet small">{{ hit.note }}</span>
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
  left: 0;
  right: 0;
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
li[aria-selected='true'] {
  background: var(--sea-2);
}
</style>

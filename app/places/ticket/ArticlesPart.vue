<script setup lang="ts">
import { toast } from '~/kit/toast'
import type { Ticket } from '~/composables/useTickets'
import type { Found } from './useBeside'

// Articles beside a ticket: those attached to it, those that fit without being asked for, and looking for others. What
// is not found can be noted for whoever writes them.
const props = defineProps<{ ticket: Ticket; found?: Found; hint?: string; zone: string }>()
const emit = defineEmits<{ reply: [words: string]; done: []; left: [] }>()
const session = useSession()
const works = computed(() => session.may('workTickets'))
const reading = ref<number>()
const READERS = { requesters: 'for requesters', desk: 'for the desk', team: 'for a team' }
type Fits = Found['articles'][number]['fits']
/** Why it is offered, the strongest alone. */
function why({ item, signal, equipmentType, used, category, words }: Fits): string {
  if (item) return 'written for what is asked for'
  if (signal) return 'written for this kind of signal'
  if (equipmentType) return 'written for this type of equipment'
  if (used) return `used at ${counted(used, 'ticket')} like it`
  return category ? 'written for this category' : `both say ${words.slice(0, 4).join(', ')}`
}

const looking = ref(false)
const words = ref('')
const search = useQuery({
  key: () => ['articles', 'beside', words.value.trim()],
  query: ({ signal }) => api('GET /api/articles', { query: { search: words.value.trim() }, signal }),
  enabled: () => looking.value && words.value.trim().length > 1,
  placeholderData: (before) => before,
})
const hits = computed(() => (words.value.trim().length > 1 ? search.data.value?.rows.slice(0, 6) : undefined))
function look() {
  looking.value = true
}
function leave() {
  looking.value = false
  words.value = ''
  emit('left')
}
defineExpose({ begin: look })

const { busy, error, run } = useDeed()
/** Whoever writes articles finds it in Knowledge. */
async function miss() {
  const { reference } = props.ticket
  const text = words.value.trim()
  const done = await run(() =>
    api('POST /api/tickets/{reference}/missing-article', { path: { reference }, body: { text } }),
  )
  if (!done) return
  toast(`“${text}” is noted in Knowledge as missing.`)
  leave()
  emit('done')
}
function close() {
  reading.value = undefined
}
</script>

<template>
  <BesidePart title="Articles">
    <template #acts>
      <KitButton kind="link" :keys="hint" :aria-expanded="looking" @click="looking ? leave() : look()"
        >Find … <kbd v-if="hint">{{ shownKey(hint) }}</kbd></KitButton
      >
    </template>
    <ProcedureList
      v-if="ticket.procedures.length"
      :ticket="ticket"
      :zone="zone"
      @read="(article) => (reading = article)"
      @done="emit('done')"
    />
    <ul v-if="ticket.articles.length">
      <li v-for="one in ticket.articles" :key="one.id">
        <KitButton kind="link" @click="reading = one.id">{{ one.title }}</KitButton>
        <span class="quiet small">&nbsp;attached</span>
      </li>
    </ul>
    <form v-if="looking" class="no-print" role="search" @submit.prevent @keydown.esc.stop="leave">
      <KitText
        v-model="words"
        bare
        focuses
        type="search"
        label="Find an article"
        placeholder="Words of an article"
      />
      <KitError :error="search.error.value ?? error" />
      <ul v-if="hits?.length">
        <li v-for="one in hits" :key="one.id">
          <KitButton kind="link" @click="reading = one.id">{{ one.title }}</KitButton>
        </li>
      </ul>
      <p v-else-if="hits" class="quiet small" role="status">No article has these words.</p>
      <KitButton v-if="works && hits" kind="link" :busy="busy" @click="miss"
        >Note that one is missing</KitButton
      >
    </form>
    <template v-else-if="found">
      <ul v-if="found.articles.length">
        <li v-for="one in found.articles" :key="one.id">
          <KitButton kind="link" @click="reading = one.id">{{ one.title }}</KitButton>
          <span class="quiet small">&nbsp;{{ READERS[one.audience] }} · {{ why(one.fits) }}</span>
        </li>
      </ul>
      <p v-else class="quiet small">None has enough of its words.</p>
    </template>
    <p v-if="session.may('writeKnowledge')" class="no-print">
      <NuxtLink class="small" :to="{ path: '/knowledge', query: { from: ticket.reference } }"
        >Write one from this ticket …</NuxtLink
      >
    </p>
    <ArticleSheet
      :ticket="ticket"
      :article="reading"
      @reply="(text) => emit('reply', text)"
      @done="emit('done')"
      @close="close"
    />
  </BesidePart>
</template>

<style scoped>
form {
  margin-top: 4px;
}
form :deep(.kit-field) {
  display: block;
}
kbd {
  font: 0.8rem var(--mono);
}
</style>

<script setup lang="ts">
import { LINK_KINDS, LINK_NAMES, type LinkKind } from '~~/core/work'
import type { Ticket } from '~/composables/useTickets'

// The other tickets that a ticket belongs to, and making another of it.
const props = defineProps<{ ticket: Ticket; query: Record<string, string> }>()
const emit = defineEmits<{ done: [] }>()
const { busy, error, run } = useDeed(() => emit('done'))
const session = useSession()
const works = computed(() => session.may('workTickets'))
const slip = ref<'link' | 'part' | 'copy' | 'merge'>()
const to = ref<number>()
const as = ref<LinkKind>('related')
const summary = ref('')
/** A part is the desk's own business unless somebody says otherwise. */
const shown = ref(false)
const here = () => ({ path: { reference: props.ticket.reference } })

function open(kind: NonNullable<typeof slip.value>) {
  slip.value = slip.value === kind ? undefined : kind
  summary.value = kind === 'copy' ? props.ticket.summary : ''
  shown.value = kind === 'copy'
}
const link = async (body: { to: number; as: LinkKind; on: boolean }) => {
  if (!(await run(async () => (await api('POST /api/tickets/{reference}/links', { ...here(), body }), true))))
    return
  slip.value = undefined
  emit('done')
}
async function part() {
  const body = {
    summary: summary.value,
    as: slip.value === 'copy' ? 'copy' : 'part',
    shown: shown.value,
  } as const
  const made = await run(() => api('POST /api/tickets/{reference}/part', { ...here(), body }))
  if (made) await navigateTo({ path: `/desk/${made.reference}`, query: props.query })
}
async function merge() {
  const into = to.value
  if (!into) return
  if (await run(() => api('POST /api/tickets/{reference}/merge', { ...here(), body: { into } })))
    await navigateTo({ path: `/desk/${into}`, query: props.query })
}
function submit() {
  if (slip.value === 'merge') return merge()
  if (slip.value !== 'link') return part()
  if (to.value) return link({ to: to.value, as: as.value, on: true })
}
</script>

<template>
  <section class="record-section" aria-labelledby="links">
    <h2 id="links">Other tickets</h2>
    <ul v-if="ticket.links.length">
      <li v-for="one in ticket.links" :key="`${one.as}-${one.reference}`">
        <span class="quiet">{{ one.words }}</span>
        <NuxtLink :to="{ path: `/desk/${one.reference}`, query }"
          ><span class="num">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
        >
        <span v-if="one.isDone" class="quiet small">done</span>
        <button
          v-if="works"
          class="link small no-print"
          type="button"
          :aria-label="`take the link to ${one.reference} away`"
          @click="link({ to: one.reference, as: one.as, on: false })"
        >
          take away
        </button>
      </li>
    </ul>
    <p v-if="works" class="no-print acts">
      <button class="act plain" type="button" :aria-expanded="slip === 'link'" @click="open('link')">
        Link …
      </button>
      <button
        v-if="ticket.statusGroup !== 'done'"
        class="act plain"
        type="button"
        :aria-expanded="slip === 'merge'"
        @click="open('merge')"
      >
        Merge …
      </button>
      <button class="act plain" type="button" :aria-expanded="slip === 'part'" @click="open('part')">
        Part off …
      </button>
      <button class="act plain" type="button" :aria-expanded="slip === 'copy'" @click="open('copy')">
        Copy …
      </button>
    </p>
    <form v-if="slip" class="panel no-print" @submit.prevent="submit" @keydown.esc.stop="slip = undefined">
      <template v-if="slip === 'link'">
        <label
          >This ticket is
          <select v-model="as" class="inline-field">
            <option v-for="one in LINK_KINDS" :key="one" :value="one">{{ LINK_NAMES[one] }}</option>
          </select></label
        >
        <label
          ><span class="sr-only">ticket number</span
          ><input
            v-model.number="to"
            class="inline-field num"
            type="number"
            min="1"
            placeholder="number"
            required
        /></label>
      </template>
      <label v-else-if="slip === 'merge'"
        >It ends, and is handled for its requester too with ticket
        <input
          v-model.number="to"
          class="inline-field num"
          type="number"
          min="1"
          placeholder="number"
          required
      /></label>
      <label v-else class="what"
        >{{ slip === 'part' ? 'What of it is a ticket of its own?' : 'What is the copy about?' }}
        <input v-model="summary" class="inline-field" required maxlength="200"
      /></label>
      <label v-if="slip === 'part' || slip === 'copy'"
        ><input v-model="shown" type="checkbox" /> {{ ticket.requester.name }} sees it and gets its
        mails</label
      >
      <button class="act main" type="submit" :disabled="busy">
        {{ { link: 'Link them', merge: 'Merge it', part: 'Part it off', copy: 'Copy it' }[slip] }}
      </button>
      <button class="act plain" type="button" @click="slip = undefined">Leave it</button>
      <p v-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
    </form>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
li {
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}
.acts,
.panel {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
.what {
  flex: 1 1 260px;
}
.what input {
  width: 100%;
  max-width: none;
}
</style>

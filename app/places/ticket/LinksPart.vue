<script setup lang="ts">
import type { LinkKind } from '~~/core/work'
import type { Ticket } from '~/composables/useTickets'

// The other tickets that a ticket belongs to, and making another of it.
const props = defineProps<{ ticket: Ticket; query: Record<string, string>; hint?: string }>()
const emit = defineEmits<{ done: []; left: [] }>()
const { busy, error, run } = useDeed(() => emit('done'))
const session = useSession()
const works = computed(() => session.may('workTickets'))
type Kind = 'link' | 'part' | 'copy' | 'merge'
const slip = ref<Kind>()
const menu = ref<{ show: () => void }>()
defineExpose({ begin: () => works.value && menu.value?.show() })
const acts = computed(() => {
  const all: [Kind, string][] = [
    ['link', 'Link with another …'],
    ['merge', 'Merge into another …'],
    ['part', 'Part off …'],
    ['copy', 'Copy …'],
  ]
  return all
    .filter(([kind]) => kind !== 'merge' || props.ticket.statusGroup !== 'done')
    .map(([kind, label]) => ({ label, run: () => (slip.value = kind) }))
})
async function takeAway(to: number, as: LinkKind) {
  const path = { reference: props.ticket.reference }
  const body = { to, as, on: false }
  if (await run(async () => (await api('POST /api/tickets/{reference}/links', { path, body }), true)))
    emit('done')
}
function close() {
  slip.value = undefined
  emit('left')
}
function linked() {
  slip.value = undefined
  emit('done')
}
</script>

<template>
  <BesidePart title="Other tickets">
    <template v-if="works" #acts>
      <KitMenu ref="menu" kind="link" label="Add a ticket …" :acts="acts"
        >Add … <kbd v-if="hint">{{ hint }}</kbd></KitMenu
      >
    </template>
    <ul v-if="ticket.links.length">
      <li v-for="one in ticket.links" :key="`${one.as}-${one.reference}`">
        <span class="quiet small">{{ one.words }}</span>
        <NuxtLink :to="{ path: `/desk/${one.reference}`, query }"
          ><span class="num">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
        >
        <span v-if="one.isDone" class="quiet small">done</span>
        <KitButton
          v-if="works"
          kind="link"
          class="small no-print"
          :disabled="busy"
          :aria-label="`take the link to ${one.reference} away`"
          @click="takeAway(one.reference, one.as)"
          >take away</KitButton
        >
      </li>
    </ul>
    <p v-else-if="!slip" class="quiet small">It is linked with none.</p>
    <LinkSlip
      v-if="slip"
      :key="slip"
      :ticket="ticket"
      :kind="slip"
      :query="query"
      @done="linked"
      @close="close"
    />
    <KitError :error="error" />
  </BesidePart>
</template>

<style scoped>
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
}
kbd {
  font: 0.8rem var(--mono);
}
</style>

<script setup lang="ts">
import { exchangeInWords, UNTAKEN_WORDS } from '~~/core/partner'
import { momentInWords } from '~~/core/time'
import { ask } from '~/kit/asking'
import type { Ticket } from '~/composables/useTickets'

// The ticket of one partner desk for one of ours: how the exchange stands, what they say of it, what has to be decided.
type Shown = AnswerOf<'GET /api/tickets/{reference}/partners'>['counterparts'][number]
const props = defineProps<{ ticket: Ticket; one: Shown; zone: string; now: number; works: boolean }>()
const emit = defineEmits<{ done: [] }>()
const { busy, error, run } = useDeed(() => emit('done'))
const when = (at: number) => momentInWords(at, props.zone, props.now)
const isOpen = computed(() => props.one.stands === 'asked' || props.one.stands === 'linked')
const stands = computed(() => {
  const { name, stands, isPaired, ended, refused, waiting, unreachable } = props.one
  const unreachedSince = unreachable ? when(unreachable.since) : null
  return exchangeInWords({ name, stands, isPaired, ended, refused, waiting: waiting.count, unreachedSince })
})
const isBad = computed(
  () => props.one.stands === 'refused' || (isOpen.value && (!props.one.isPaired || !!props.one.unreachable)),
)
const lacks = computed(() => [
  ...props.one.untakenHere.map((each) => ({ ...each, at: 'here' })),
  ...props.one.untakenThere.map((each) => ({ ...each, at: 'there' })),
])
const path = () => ({ reference: props.ticket.reference, id: props.one.id })
async function decide(target: string, keeps: 'ours' | 'theirs') {
  const body = { target, keeps }
  if (await run(() => api('POST /api/tickets/{reference}/partners/{id}/decide', { path: path(), body })))
    emit('done')
}
async function end(event: MouseEvent) {
  const yes = await ask({
    at: event.currentTarget as HTMLElement,
    says: `${props.one.name} is told. Both tickets stay as they are, and nothing goes either way any more.`,
    verb: 'End the exchange',
  })
  if (yes && (await run(() => api('POST /api/tickets/{reference}/partners/{id}/end', { path: path() }))))
    emit('done')
}
</script>

<template>
  <section :aria-label="`Counterpart at ${one.name}`">
    <p class="head">
      <strong>{{ one.name }}</strong>
      <span v-if="one.reference !== null" class="num">{{ one.reference }}</span>
      <span class="quiet small"
        >{{ one.begun === 'there' ? 'sent by them' : 'sent by us' }} {{ when(one.askedAt) }}</span
      >
    </p>
    <p class="small" :class="{ bad: isBad }" role="status">{{ stands }}.</p>
    <div
      v-for="each in one.open"
      :key="each.target"
      class="notice"
      role="group"
      :aria-label="`Decide ${each.name}`"
    >
      <p>
        Both desks changed <strong>{{ each.name }}</strong>: “{{ each.ours }}” here, “{{ each.theirs }}”
        there.
      </p>
      <template v-if="works">
        <KitButton :busy="busy" @click="decide(each.target, 'ours')">Keep “{{ each.ours }}”</KitButton>
        &nbsp;<KitButton :busy="busy" @click="decide(each.target, 'theirs')"
          >Take “{{ each.theirs }}”</KitButton
        >
      </template>
    </div>
    <dl v-if="one.theirs.length && isOpen" class="small">
      <template v-for="each in one.theirs" :key="each.field">
        <dt class="quiet">{{ each.name }}</dt>
        <dd>{{ each.at === null ? each.words : when(each.at) }}</dd>
      </template>
    </dl>
    <p v-if="one.heardAt !== null && isOpen" class="quiet small">their last word: {{ when(one.heardAt) }}</p>
    <ul v-if="isOpen && lacks.length" class="small">
      <li v-for="each in lacks" :key="`${each.at}-${each.field}`">
        {{ each.name }} {{ each.words }} is not taken {{ each.at }}:
        {{ each.said ?? UNTAKEN_WORDS[each.why] }}
      </li>
    </ul>
    <KitButton v-if="works && isOpen" kind="link" class="small no-print" :busy="busy" @click="end"
      >end the exchange …</KitButton
    >
    <KitError :error="error" />
  </section>
</template>

<style scoped>
section + section {
  border-top: 1px solid var(--rule-2);
  margin-top: 6px;
  padding-top: 6px;
}
p {
  margin: 2px 0;
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 0 8px;
}
.bad {
  color: var(--bad);
}
dl {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 1px 10px;
  margin: 4px 0;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>

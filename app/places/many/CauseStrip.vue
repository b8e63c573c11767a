<script setup lang="ts">
import { suspectedInWords } from '~~/core/similar'
import { ask } from '~/kit/asking'
import { toast } from '~/kit/toast'

// Sorts of tickets of which more came than chance brings: for whoever may say that they have one cause, or none.
const session = useSession()
const mayDeclare = computed(() => session.may('declareMajor'))
const list = useQuery({
  key: ['suspicions'],
  query: ({ signal }) => api('GET /api/suspicions', { signal }),
  enabled: () => mayDeclare.value,
})
const rows = computed(() => (mayDeclare.value ? (list.data.value?.rows ?? []) : []))
type Row = (typeof rows.value)[number]
/** The newest is in sight, the others are opened: what is worked on stands below. */
const whole = ref(false)
const inSight = computed(() => (whole.value ? rows.value : rows.value.slice(0, 1)))
const others = computed(() => rows.value.length - 1)
useEachMinute(() => mayDeclare.value && list.refetch())

const { busy, error, run } = useDeed(() => void list.refetch())
const settle = ({ id }: Row, cause: boolean) =>
  api('POST /api/suspicions/{number}', { path: { number: id }, body: { cause } })
async function none(row: Row) {
  if (!(await run(() => settle(row, false)))) return
  toast('They have no common cause. Nobody is told of more of them for a day.')
  await list.refetch()
}
/** So many are gathered at once. */
const AT_ONCE = 200
async function one(row: Row, event: MouseEvent) {
  const others = row.tickets.filter((reference) => reference !== row.ticket)
  const says = `${row.ticket} becomes a major incident, and ${counted(others.length, 'other')} that ${others.length === 1 ? 'is' : 'are'} open ${others.length === 1 ? 'belongs' : 'belong'} to it: they are told what it is told, and end with it.`
  const at = event.currentTarget
  if (!(at instanceof HTMLElement) || !(await ask({ at, says, verb: 'Gather them' }))) return
  const path = { reference: row.ticket }
  const done = await run(async () => {
    const text = `${suspectedInWords(row)}.`
    await api('POST /api/tickets/{reference}/major', { path, body: { step: 'declare', text } })
    for (let from = 0; from < others.length; from += AT_ONCE) {
      const tickets = others.slice(from, from + AT_ONCE)
      await api('POST /api/tickets/{reference}/major', { path, body: { step: 'gather', tickets } })
    }
    return settle(row, true)
  })
  if (!done) return
  await list.refetch()
  await navigateTo(`/desk/${row.ticket}`)
}
</script>

<template>
  <section v-if="rows.length || error" class="strip" aria-label="May have one cause">
    <KitError :error="error" />
    <div v-for="row in inSight" :key="row.id" class="one">
      <p>
        <b>One cause?</b> {{ suspectedInWords(row) }}:
        <NuxtLink :to="`/desk/${row.ticket}`"
          ><span class="num">{{ row.ticket }}</span> {{ row.summary }}</NuxtLink
        >
      </p>
      <p class="acts">
        <KitButton :disabled="busy || !row.tickets.length" @click="one(row, $event)"
          >Gather {{ row.tickets.length }} open ones …</KitButton
        >
        <KitButton kind="plain" :disabled="busy" @click="none(row)">They have none in common</KitButton>
      </p>
    </div>
    <p v-if="others > 0">
      <KitButton kind="link" :aria-expanded="whole" @click="whole = !whole">{{
        whole ? 'Only the newest' : `${counted(others, 'more sort')} may have one cause …`
      }}</KitButton>
    </p>
  </section>
</template>

<style scoped>
.strip {
  border: 1px solid var(--rule-2);
  border-left: 3px solid var(--red);
  margin: 0 18px 8px;
  padding: 6px 12px;
  background: var(--page-2);
}
.one + .one {
  border-top: 1px solid var(--rule);
  padding-top: 4px;
}
p {
  margin: 2px 0;
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  padding: 4px 0 2px;
}
</style>

<script setup lang="ts">
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Assist stand-in · Yare Ledger' })

// The service that carries assist sessions, in small: how it behaves where nobody plays, and its machines.
type Page = AnswerOf<'GET /api/standins/assist'>
type Faults = Page['faults']
const session = useSession()
const live = useLive()
const deed = useDeed()
const page = ref<Page>()
const mayPlay = computed(() => session.may('repeatMessages'))
async function load() {
  if (mayPlay.value) page.value = await beside('The machines', api('GET /api/standins/assist'))
}
await load()
live.on((notice) => notice.kind === 'tickets' && void load())
const put = (change: Partial<Faults>) =>
  deed.run(async () => {
    const body = { ...page.value!.faults, ...change }
    page.value = { ...page.value!, faults: await api('POST /api/standins/assist', { body }) }
  })
const GUEST: { value: Faults['guest']; label: string }[] = [
  { value: 'asks', label: 'is asked' },
  { value: 'agrees', label: 'agrees by themselves' },
  { value: 'refuses', label: 'refuses' },
]
const LINE: { value: Faults['line']; label: string }[] = [
  { value: 'steady', label: 'holds' },
  { value: 'breaks', label: 'is cut five seconds after somebody came in' },
]
const END: { value: Faults['end']; label: string }[] = [
  { value: 'says', label: 'is said' },
  { value: 'forgets', label: 'is never said: the session is forgotten' },
]
const HEADS = ['Ticket', 'Machine', 'Who sits at it', 'How it stands', ''].map((label) => ({ label }))
const stands = ({ isOver, agreed }: Page['machines'][number]) =>
  isOver ? 'over' : agreed ? 'agreed' : 'asked'
</script>

<template>
  <div class="standin">
    <StandinNav />
    <h1>Remote machines</h1>
    <p class="quiet">
      The service that carries assist sessions, in small. Each session has a machine with some faults: sit at
      it, and play whoever asked for help.
    </p>
    <p v-if="!mayPlay" class="quiet">Who may set stand-ins sees its machines here.</p>
    <template v-else-if="page">
      <div class="switches">
        <KitChoice
          label="Whoever sits at it"
          :model-value="page.faults.guest"
          :options="GUEST"
          @update:model-value="$event && put({ guest: $event })"
        />
        <KitChoice
          label="Its line"
          :model-value="page.faults.line"
          :options="LINE"
          @update:model-value="$event && put({ line: $event })"
        />
        <KitChoice
          label="That it is over"
          :model-value="page.faults.end"
          :options="END"
          @update:model-value="$event && put({ end: $event })"
        />
      </div>
      <KitError :error="deed.error.value" />
      <LedgerTable v-if="page.machines.length" :heads="HEADS">
        <tr v-for="one in page.machines" :key="one.key">
          <td>
            <NuxtLink :to="`/desk/${one.reference}`" class="num">{{ one.reference }}</NuxtLink>
          </td>
          <td>{{ one.name }}</td>
          <td>{{ one.person }}</td>
          <td>{{ stands(one) }}</td>
          <td>
            <a v-if="!one.isOver" :href="one.link" target="_blank" rel="noopener">Sit at it</a>
          </td>
        </tr>
      </LedgerTable>
      <p v-else class="quiet">No session was begun yet: begin one on a ticket, under “Their machine”.</p>
    </template>
  </div>
</template>

<style scoped>
.standin {
  padding: 16px 22px 40px;
}
.switches {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-bottom: 10px;
}
</style>

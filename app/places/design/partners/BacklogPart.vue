<script setup lang="ts">
import { ALWAYS, type Condition } from '~~/core/condition'
import type { Design } from '~~/core/design'
import { momentInWords } from '~~/core/time'
import { ask } from '~/kit/asking'
import type { Names } from '~/composables/useNames'

// Tickets that are open already: counted, looked at line by line, and asked for one after another.
const props = defineProps<{ id: string; name: string; design: Design; names: Names }>()
type Look = AnswerOf<'POST /api/partners/{id}/backlog/look'>
const session = useSession()
const time = useDeskTime()
const zone = computed(() => session.me?.zone ?? props.design.desk.zone)
const when = (at: number) => momentInWords(at, zone.value, time.now)
const path = computed(() => ({ id: props.id }))
const words = useViewWords()
const offered = computed(() => words.data.value?.facts ?? [])

const last = useQuery({
  key: () => ['partners', props.id, 'backlog'],
  query: ({ signal }) => api('GET /api/partners/{id}/backlog', { path: path.value, signal }),
})
const backlog = computed(() => last.data.value?.backlog ?? undefined)
const isRunning = computed(() => backlog.value?.state === 'running')
// The last notice may come before the stream stands; while it goes the page asks by itself as well.
const asks = setInterval(() => isRunning.value && void last.refetch(), 1500)
onBeforeUnmount(() => clearInterval(asks))

const which = ref<Condition>(ALWAYS)
const look = ref<Look>()
const looking = useDeed()
async function lookAt(after?: number) {
  const body = { which: which.value, ...(after !== undefined && { after }) }
  const found = await looking.run(() =>
    api('POST /api/partners/{id}/backlog/look', { path: path.value, body }),
  )
  if (found) look.value = found
}
watch(which, () => (look.value = undefined))

const doing = useDeed(() => void last.refetch())
const goes = computed(() => look.value?.goes ?? 0)
const tickets = (count: number) => counted(count, 'ticket')
async function send(event: MouseEvent) {
  const yes = await ask({
    at: event.currentTarget as HTMLElement,
    says: `${props.name} is asked to take each of them, one after another, and from then on they stay in step. It can be stopped at any time; those that were asked for by then go on.`,
    verb: `Ask ${props.name} to take ${tickets(goes.value)}`,
  })
  const body = { which: which.value }
  if (yes && (await doing.run(() => api('POST /api/partners/{id}/backlog', { path: path.value, body }))))
    look.value = undefined
  void last.refetch()
}
async function put(deed: 'stop' | 'go-on') {
  await doing.run(() => api('POST /api/partners/{id}/backlog/{deed}', { path: { ...path.value, deed } }))
  void last.refetch()
}
const looked = computed(() => (backlog.value ? backlog.value.asked + backlog.value.leftBehind : 0))
const became = computed(() => {
  const { linked = 0, refused = 0 } = backlog.value ?? {}
  return `${linked.toLocaleString('en')} have their counterpart there by now${refused ? `, ${refused.toLocaleString('en')} were refused` : ''}`
})
</script>

<template>
  <section aria-labelledby="backlog">
    <h2 id="backlog">Tickets that are open already</h2>
    <p class="quiet">
      They can be asked for all at once. What is said of them is what the edition in force says, not the
      draft.
    </p>
    <KitError :error="last.error.value" tries-again @again="last.refetch()" />
    <div v-if="backlog" role="status">
      <KitProgress
        v-if="isRunning"
        :label="`${looked.toLocaleString('en')} of ${tickets(backlog.total)} asked for`"
        :share="looked / Math.max(1, backlog.total)"
        calls-off
        @call-off="put('stop')"
      />
      <p v-else>
        {{ backlog.state === 'stopped' ? 'Stopped' : 'All were asked for'
        }}{{ backlog.endedAt === null ? '' : ` ${when(backlog.endedAt)}` }}:
        {{ backlog.asked.toLocaleString('en') }} of {{ tickets(backlog.total) }}, by {{ backlog.by }}.
        <template v-if="backlog.why">{{ backlog.why }} </template>
        <KitButton v-if="backlog.state === 'stopped'" :busy="doing.busy.value" @click="put('go-on')"
          >Go on</KitButton
        >
      </p>
      <p class="quiet small">{{ became }}.</p>
      <div v-if="backlog.leftBehind" class="small">
        <p>{{ tickets(backlog.leftBehind) }} could not be asked for:</p>
        <ul>
          <li v-for="one in backlog.leftOut" :key="one.reference">
            <NuxtLink :to="`/desk/${one.reference}`">{{ one.reference }}</NuxtLink>: {{ one.why }}
          </li>
          <li v-if="backlog.leftOut.length < backlog.leftBehind">
            and {{ (backlog.leftBehind - backlog.leftOut.length).toLocaleString('en') }} more
          </li>
        </ul>
      </div>
    </div>
    <template v-if="!isRunning">
      <ConditionField
        :condition="which"
        :words="design"
        :names="names"
        :readonly="false"
        :offered="offered"
        label="Which open tickets"
        @change="which = $event"
      />
      <KitButton :busy="looking.busy.value" @click="lookAt()">Look at them</KitButton>
      <KitError :error="looking.error.value ?? words.error.value ?? undefined" />
      <div v-if="look" role="status">
        <p>
          <b>{{ tickets(goes) }}</b> would go to {{ name
          }}<template v-if="look.before"
            >; {{ look.before.toLocaleString('en') }} that fit were exchanged with it before, and stay as they
            are</template
          >.
        </p>
        <div v-for="one in look.tickets" :key="one.reference" class="ticket">
          <NuxtLink :to="`/desk/${one.reference}`"
            ><span class="num">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
          >
          <p v-if="one.lines.every((line) => line.why !== null)" class="small">
            Nothing would be said of it, so that it stays.
          </p>
          <SaidLines :lines="one.lines" :zone="zone" :now="time.now" />
        </div>
        <KitButton v-if="look.next !== null" kind="link" @click="lookAt(look.next)"
          >the next {{ look.tickets.length }}</KitButton
        >
        <p>
          <KitButton kind="main" :disabled="!goes" :busy="doing.busy.value" @click="send"
            >Ask {{ name }} to take {{ tickets(goes) }} …</KitButton
          >
        </p>
      </div>
    </template>
    <KitError :error="doing.error.value" />
  </section>
</template>

<style scoped>
p,
ul {
  margin: 4px 0;
}
.ticket {
  margin: 8px 0;
  padding-left: 10px;
  border-left: 2px solid var(--rule-2);
}
</style>

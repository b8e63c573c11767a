<script setup lang="ts">
import { channelTerms } from '~~/core/notification'
import { momentInWords } from '~~/core/time'

// What I was told, with a count in the spine.
const told = useTold()
const session = useSession()
const time = useDeskTime()
const live = useLive()
const menu = ref<{ toggle: (event: Event) => void; hide: () => void }>()
const problem = ref('')
const zone = computed(() => session.me?.zone ?? 'UTC')
const load = () => told.load().catch(() => undefined)
onMounted(load)
let reading: ReturnType<typeof setTimeout> | undefined
live.on((notice) => {
  if (notice.kind !== 'tickets' && notice.kind !== 'reconnected') return
  clearTimeout(reading)
  reading = setTimeout(load, 400)
})
onBeforeUnmount(() => clearTimeout(reading))

async function open(event: Event) {
  menu.value?.toggle(event)
  await load()
}
async function has(reference: number) {
  try {
    await told.acknowledge(reference)
    problem.value = ''
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
const count = computed(() => (told.unseen > 99 ? '99+' : String(told.unseen)))
</script>

<template>
  <button
    type="button"
    class="told"
    :aria-label="told.unseen ? `For me: ${count} new messages` : 'For me: what you were told'"
    @click="open"
  >
    For me <b v-if="told.unseen" class="num count">{{ count }}</b>
  </button>
  <Popover ref="menu" @hide="told.see()">
    <div class="list" role="group" aria-label="What you were told">
      <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
      <p v-if="!told.rows.length" class="quiet">You were told nothing yet.</p>
      <div v-for="row in told.rows.slice(0, 12)" :key="row.key" class="line" :class="{ fresh: !row.seen_at }">
        <NuxtLink :to="`/desk/${row.reference}`" @click="menu?.hide()">{{ row.subject }}</NuxtLink>
        <div class="small quiet">
          {{ momentInWords(row.queued_at, zone, time.now) }} · {{ channelTerms(row.channel)?.name }},
          {{ MESSAGE_STATES[row.state] ?? row.state }}
          <button v-if="row.canAcknowledge" class="act" type="button" @click="has(row.reference)">
            I have it
          </button>
        </div>
      </div>
      <p class="foot">
        <NuxtLink to="/my/messages" @click="menu?.hide()">All of it, and how you want to be told</NuxtLink>
      </p>
    </div>
  </Popover>
</template>

<style scoped>
.told {
  background: none;
  border: 0;
  color: inherit;
  font: inherit;
  cursor: pointer;
  padding: 4px 6px;
  white-space: nowrap;
}
.count {
  display: inline-block;
  min-width: 1.5em;
  padding: 0 5px;
  border-radius: 2px;
  background: var(--brass-2);
  color: var(--ink);
  text-align: center;
  border: 1px solid var(--brass);
}
.list {
  width: min(420px, 86vw);
  max-height: 66vh;
  overflow-y: auto;
}
.line {
  padding: 6px 2px 6px 10px;
  border-bottom: 1px solid var(--rule);
  border-left: 3px solid transparent;
}
.line.fresh {
  border-left-color: var(--brass);
}
.line a {
  overflow-wrap: anywhere;
}
.foot {
  margin: 8px 0 0;
}
</style>

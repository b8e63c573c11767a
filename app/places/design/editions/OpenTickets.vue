<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import { present } from '~~/core/lookup'
import { ask as askFirst } from '~/kit/asking'

// Which edition the open tickets follow, and letting those that keep an earlier one follow the one in force.
type AdoptionPage = AnswerOf<'GET /api/adoption'>

const session = useSession()
const mayFollow = computed(() => session.may('publishDesign'))
const time = useDeskTime()
const live = useLive()
const page = ref<AdoptionPage>()
const problem = ref<ApiError>()

async function ask(work: () => Promise<AdoptionPage>) {
  try {
    page.value = await work()
    problem.value = undefined
  } catch (error) {
    problem.value = asApiError(error)
  }
}
const load = () => ask(() => api('GET /api/adoption'))
await load()

// Batches are many; the screen follows a few times a second.
let reading: ReturnType<typeof setTimeout> | undefined
live.on((notice) => {
  if (notice.kind !== 'adoption' && notice.kind !== 'edition' && notice.kind !== 'reconnected') return
  reading ??= setTimeout(() => {
    reading = undefined
    void load()
  }, 300)
})

const edition = computed(() => page.value?.edition ?? 0)
const adoption = computed(() => page.value?.adoption)
const running = computed(() => adoption.value?.state === 'running')
const gone = computed(() => (adoption.value ? adoption.value.done + adoption.value.left_behind : 0))
// The last notice may come before the stream stands; while they follow the page asks by itself as well.
const asks = setInterval(() => running.value && void load(), 1500)
onBeforeUnmount(() => clearInterval(asks))
const tickets = (count: number) => counted(count, 'open ticket')
const when = (at: number) => momentInWords(at, present(session.me).zone, time.now)

async function follow(event: Event) {
  const isMeant = await askFirst({
    at: event.currentTarget as HTMLElement,
    says: `Their due moments are worked out anew from now on, by the hours and promises of edition ${edition.value}. Time that was counted stays counted; what they are sorted as stays. A ticket says so in its record, and does not go back.`,
    verb: `Let ${tickets(page.value?.waiting ?? 0)} follow`,
  })
  if (isMeant) await ask(() => api('POST /api/adoption', { body: { edition: edition.value } }))
}
const callOff = () => ask(() => api('DELETE /api/adoption'))
</script>

<template>
  <section class="open-tickets" aria-labelledby="open-tickets">
    <h2 id="open-tickets">Open tickets</h2>
    <KitError :error="problem" tries-again @again="load" />
    <template v-if="page">
      <div v-if="running" role="status">
        <KitProgress
          :label="`${gone} of ${adoption!.total} open tickets have come to edition ${adoption!.edition}.`"
          :share="gone / Math.max(1, adoption!.total)"
          :calls-off="mayFollow"
          @call-off="callOff"
        />
        <span v-if="mayFollow" class="quiet small">Those that follow already would keep to it.</span>
      </div>
      <p v-else-if="page.waiting === 0">All open tickets follow edition {{ edition }}.</p>
      <p v-else>
        {{ tickets(page.waiting) }} keep{{ page.waiting === 1 ? 's' : '' }} an earlier edition than
        {{ edition }}: its hours, promises and ladders.
        <KitButton v-if="mayFollow" @click="follow">Let them follow edition {{ edition }} …</KitButton>
      </p>
      <p v-if="adoption && !running" class="quiet small">
        Last: {{ adoption.done }} of {{ adoption.total }} followed edition {{ adoption.edition }}, asked for
        by {{ adoption.asked_by
        }}<template v-if="adoption.ended_at"
          >, {{ adoption.state === 'calledOff' ? 'called off' : 'finished' }}
          {{ when(adoption.ended_at) }}</template
        >.
      </p>
      <div v-if="adoption && adoption.left_behind" class="small">
        <p>
          {{ adoption.left_behind }} could not follow and keep
          {{ adoption.left_behind === 1 ? 'its' : 'their' }} edition:
        </p>
        <ul>
          <li v-for="one in adoption.left_out" :key="one.reference">
            <NuxtLink :to="`/desk/${one.reference}`">{{ one.reference }}</NuxtLink>: {{ one.why }}
          </li>
        </ul>
      </div>
    </template>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 16px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
}
ul {
  margin: 4px 0;
  padding-left: 18px;
}
</style>

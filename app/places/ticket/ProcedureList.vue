<script setup lang="ts">
import { dayAndMonth } from '~~/core/time'
import { ask } from '~/kit/asking'
import type { Ticket } from '~/composables/useTickets'

// Procedures that are followed on a ticket: their steps are ticked here, by one or by several people.
const props = defineProps<{ ticket: Ticket; zone: string }>()
const emit = defineEmits<{ done: []; read: [article: number] }>()
const session = useSession()
const works = computed(() => session.may('workTickets'))
type Procedure = Ticket['procedures'][number]
type Step = Procedure['steps'][number]

const { busy, error, run } = useDeed(() => emit('done'))
const path = computed(() => ({ reference: props.ticket.reference }))
/** What was ticked shows at once; what did not go through shows as it is again. */
const ticking = ref(new Map<string, boolean>())
const keyOf = ({ article }: Procedure, { id }: Step) => `${article}/${id}`
const isOn = (procedure: Procedure, step: Step) =>
  ticking.value.get(keyOf(procedure, step)) ?? step.at !== undefined
async function tick(procedure: Procedure, step: Step, on: boolean) {
  const key = keyOf(procedure, step)
  ticking.value = new Map(ticking.value).set(key, on)
  const { article } = procedure
  const address = { ...path.value, article, step: step.id }
  await run(() =>
    api('POST /api/tickets/{reference}/procedures/{article}/steps/{step}', { path: address, body: { on } }),
  )
  emit('done')
  const rest = new Map(ticking.value)
  rest.delete(key)
  ticking.value = rest
}
async function leave({ article, title }: Procedure, event: MouseEvent) {
  const at = event.currentTarget
  const says = `The steps of “${title}” go from this ticket; what was done stays in its record.`
  if (!(at instanceof HTMLElement) || !(await ask({ at, says, verb: 'Leave it' }))) return
  const done = await run(() =>
    api('DELETE /api/tickets/{reference}/procedures/{article}', { path: { ...path.value, article } }),
  )
  if (done) emit('done')
}
const doneOf = ({ steps }: Procedure) => steps.filter((one) => one.at !== undefined).length
const whoDid = ({ name, at }: Step) =>
  at === undefined ? undefined : `${name}, ${dayAndMonth(at, props.zone)}`
</script>

<template>
  <div>
    <section v-for="procedure in ticket.procedures" :key="procedure.article" class="procedure">
      <p class="head">
        <KitButton kind="link" @click="emit('read', procedure.article)">{{ procedure.title }}</KitButton>
        <span class="quiet small">{{ doneOf(procedure) }} of {{ procedure.steps.length }} done</span>
      </p>
      <ol>
        <li v-for="step in procedure.steps" :key="step.id">
          <KitCheckbox
            :model-value="isOn(procedure, step)"
            :label="step.text"
            :help="whoDid(step)"
            :disabled="!works"
            @update:model-value="tick(procedure, step, $event)"
          />
        </li>
      </ol>
      <KitButton
        v-if="works"
        kind="link"
        class="no-print small"
        :disabled="busy"
        @click="leave(procedure, $event)"
        >No longer follow it …</KitButton
      >
    </section>
    <KitError :error="error" />
  </div>
</template>

<style scoped>
.procedure {
  border-left: 2px solid var(--sea);
  padding-left: 8px;
  margin-bottom: 8px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: baseline;
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>

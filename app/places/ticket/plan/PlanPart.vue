<script setup lang="ts">
import type { Ticket } from '~/composables/useTickets'
import type { PlanAsk } from './PlanSlip.vue'
import { expectedInWords, stageStands, type PlanOnTicket, type TaskOnTicket } from './planWords'

// A plan under way beside its ticket: where it stands, who has what, what is late, and what comes next.
const props = defineProps<{ ticket: Ticket; plan: PlanOnTicket; zone: string; now: number }>()
const emit = defineEmits<{ done: []; left: [] }>()
const { busy, error, run } = useDeed(() => emit('done'))
const session = useSession()
const works = computed(() => session.may('workTickets'))
const me = computed(() => session.me?.id ?? '')
const asking = shallowRef<PlanAsk>()
/** Stages that somebody unfolds or folds; else those that are open stand unfolded. */
const turned = reactive(new Map<string, boolean>())
const isShown = (stage: PlanOnTicket['stages'][number]) => turned.get(stage.id) ?? hasOpen(stage)
const hasOpen = (stage: PlanOnTicket['stages'][number]) =>
  stage.stands === 'open' || stage.tasks.some((one) => one.stands === 'open')
const isOver = computed(() => props.plan.ended !== undefined)
const ENDED = { done: 'all is done', refused: 'ended: refused', calledOff: 'called off' } as const
const note = computed(() => {
  const { ended, settled, all } = props.plan
  return ended ? ENDED[ended.how] : `${settled} of ${all}`
})
const expected = computed(() => expectedInWords(props.plan, props))
const settledIn = (stage: PlanOnTicket['stages'][number]) => {
  const forIt = stage.tasks.filter((one) => one.stands !== 'notForIt')
  return `${forIt.filter((one) => one.end).length} of ${forIt.length}`
}
const path = (task: string) => ({ reference: props.ticket.reference, run: props.plan.run, task })

async function change(work: () => Promise<unknown>) {
  if (await run(async () => (await work(), true))) emit('done')
}
const tick = (task: TaskOnTicket, done: boolean) =>
  change(() =>
    api('PATCH /api/tickets/{reference}/plans/{run}/tasks/{task}', { path: path(task.id), body: { done } }),
  )
const again = (task: TaskOnTicket) =>
  change(() => api('POST /api/tickets/{reference}/plans/{run}/tasks/{task}/again', { path: path(task.id) }))
const followNewer = () =>
  change(() =>
    api('POST /api/tickets/{reference}/plans/{run}/edition', {
      path: { reference: props.ticket.reference, run: props.plan.run },
    }),
  )
const sayYes = (task: TaskOnTicket) =>
  change(() =>
    api('POST /api/tickets/{reference}/plans/{run}/tasks/{task}/word', {
      path: path(task.id),
      body: { yes: true },
    }),
  )
function close() {
  asking.value = undefined
  emit('left')
}
function made() {
  asking.value = undefined
  emit('done')
}
</script>

<template>
  <BesidePart :title="plan.name" :note="note">
    <template #acts>
      <template v-if="works">
        <KitButton kind="link" class="small" @click="asking = { do: 'back' }">Send back …</KitButton>
        <KitButton v-if="!isOver" kind="link" class="small" @click="asking = { do: 'end' }"
          >Call off …</KitButton
        >
      </template>
    </template>
    <DoneBar :done="plan.settled" :all="plan.all" :label="`${plan.settled} of ${plan.all} done`" />
    <p v-if="expected" class="small quiet">{{ expected }}</p>
    <p v-if="plan.newer && works" class="small">
      It follows edition {{ plan.edition }}; edition {{ plan.newer }} has it otherwise.
      <KitButton kind="link" class="no-print" :disabled="busy" @click="followNewer"
        >Follow edition {{ plan.newer }}</KitButton
      >
    </p>
    <section v-for="stage in plan.stages" :key="stage.id" class="stage" :class="stage.stands">
      <h3>
        <KitButton kind="quiet" :aria-expanded="isShown(stage)" @click="turned.set(stage.id, !isShown(stage))"
          ><span class="number">{{ stage.number }}</span> {{ stage.name }}</KitButton
        >
        <span class="small quiet" :class="{ late: stage.isLate && stage.stands === 'open' }">{{
          `${stageStands(stage, { zone, now })}${stage.round > 1 ? `, time ${stage.round}` : ''}`
        }}</span>
        <span class="num small count">{{ stage.stands === 'passed' ? '' : settledIn(stage) }}</span>
      </h3>
      <ul v-if="isShown(stage)">
        <template v-for="task in stage.tasks" :key="task.id">
          <li v-if="task.do === 'approval'">
            <SealLine
              v-bind="{ task, zone, now, me, works, busy }"
              :people="ticket.people"
              @yes="sayYes(task)"
              @no="asking = { do: 'no', task }"
              @query="asking = { do: 'query', task }"
              @hand="(from) => (asking = { do: 'hand', task, from })"
            />
          </li>
          <PlanTaskLine
            v-else
            v-bind="{ task, zone, now, me, works, busy }"
            :fill-at="`/fill/${ticket.reference}-${plan.run}-${task.id}`"
            :people="ticket.people"
            @tick="(done) => tick(task, done)"
            @give="asking = { do: 'give', task }"
            @leave="asking = { do: 'notNeeded', task }"
            @again="again(task)"
          />
        </template>
      </ul>
    </section>
    <PlanSlip v-if="asking" :ticket="ticket" :plan="plan" :ask="asking" @done="made" @close="close" />
    <KitError :error="error" />
  </BesidePart>
</template>

<style scoped>
.stage {
  border-bottom: 1px solid var(--rule);
}
h3 {
  display: flex;
  flex-wrap: wrap;
  gap: 0 8px;
  align-items: baseline;
  font-size: 1rem;
  padding: 3px 0;
}
h3 :deep(.kit-button) {
  font-family: var(--serif);
  font-size: 1rem;
  color: var(--ink);
}
.number {
  font: 600 1.1rem var(--serif);
  margin-right: 4px;
}
h3 .small {
  font-family: var(--sans);
  font-weight: 400;
}
h3 {
  flex-wrap: nowrap;
}
h3 .quiet {
  flex: 1;
}
.count {
  white-space: nowrap;
}
.later :deep(.kit-button),
.passed :deep(.kit-button) {
  color: var(--ink-3);
}
.late {
  color: var(--red);
}
</style>

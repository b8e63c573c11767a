<script setup lang="ts">
import type { Design } from '~~/core/design'
import type { ApprovalTask, Approver, Plan, Refusal } from '~~/core/plan'
import type { DirectoryPage } from '~/composables/useNames'
import { amountFacts } from './planVocabulary'

// Whose word an approval needs, how many must agree, up to which amount, and what a no comes to.
const props = defineProps<{
  task: ApprovalTask
  plan: Plan
  design: Design
  directory: DirectoryPage
  readonly: boolean
}>()
const emit = defineEmits<{ change: [change: Partial<ApprovalTask>] }>()
const ask = computed(() => props.task.ask)
const setAsk = (at: number, change: Partial<Approver> | undefined) =>
  emit('change', {
    ask: change
      ? ask.value.map((one, index) => (index === at ? { ...one, ...change } : one))
      : ask.value.filter((_, index) => index !== at),
  })
const add = () => emit('change', { ask: [...ask.value, { who: { by: 'teamLead' } }] })
const WAYS = [
  { value: 'one', label: 'one of them' },
  { value: 'all', label: 'all of them' },
  { value: 'inTurn', label: 'each in turn' },
] as const
const needs = computed(() => [
  ...WAYS,
  ...[2, 3, 4, 5].map((of) => ({ value: `of:${of}`, label: `${of} of them` })),
])
const needsKey = computed(() => {
  const { needs: now = 'one' } = props.task
  return typeof now === 'object' ? `of:${now.of}` : now
})
function setNeeds(key: string) {
  const [way, of] = key.split(':')
  emit('change', { needs: of ? { of: Number(of) } : way === 'one' ? undefined : (way as 'all') })
}
const refusals = computed(() => [
  { value: 'end', label: 'ends the plan' },
  { value: 'goOn', label: 'goes on all the same' },
  ...props.plan.stages.map(({ id, name }) => ({ value: `back:${id}`, label: `goes back to “${name}”` })),
])
const refusedKey = computed(() => {
  const { refused } = props.task
  return refused?.then === 'back' ? `back:${refused.stage}` : (refused?.then ?? 'end')
})
function setRefused(key: string) {
  const [then, stage] = key.split(':')
  const refused: Refusal | undefined =
    then === 'back' ? { then, stage: stage! } : then === 'goOn' ? { then } : undefined
  emit('change', { refused })
}
</script>

<template>
  <div v-for="(one, at) in ask" :key="at" class="approver">
    <DoerField
      :doer="one.who"
      :design="design"
      :directory="directory"
      :label="at ? 'And the word of' : 'Asks for the word of'"
      :readonly="readonly"
      @change="$event && setAsk(at, { who: $event })"
    />
    <KitNumber
      v-if="task.amount !== undefined"
      label="Up to this amount"
      :model-value="one.upTo ?? null"
      :disabled="readonly"
      :commit="(upTo: number | null) => setAsk(at, { upTo: upTo ?? undefined })"
    />
    <KitButton v-if="!readonly && ask.length > 1" kind="link" class="small" @click="setAsk(at, undefined)"
      >do not ask them</KitButton
    >
  </div>
  <p v-if="!readonly" class="small">
    <KitButton kind="link" @click="add">ask somebody else as well</KitButton>
  </p>
  <KitChoice
    v-if="ask.length > 1 || ask.some((one) => one.who.by === 'team')"
    label="Who must agree"
    :model-value="needsKey"
    :options="needs"
    :disabled="readonly"
    @update:model-value="$event && setNeeds($event)"
  />
  <KitChoice
    label="Refused, it"
    :model-value="refusedKey"
    :options="refusals"
    :disabled="readonly"
    @update:model-value="$event && setRefused($event)"
  />
  <KitChoice
    v-if="amountFacts(design).length"
    label="Limits are of the amount in"
    :model-value="task.amount ?? ''"
    :options="[{ value: '', label: 'there are none' }, ...amountFacts(design)]"
    :disabled="readonly"
    @update:model-value="emit('change', { amount: $event || undefined })"
  />
  <KitDuration
    label="Asked again after, in working time"
    :model-value="task.remind ?? ''"
    :disabled="readonly"
    :commit="(span: string) => emit('change', { remind: span || undefined })"
  />
  <DoerField
    :doer="task.instead"
    :design="design"
    :directory="directory"
    label="Of those who are away or have left, asks instead"
    nothing="their manager"
    :readonly="readonly"
    @change="emit('change', { instead: $event })"
  />
  <KitCheckbox
    label="whoever asks may give it themselves"
    :model-value="task.own === true"
    :disabled="readonly"
    @update:model-value="emit('change', { own: $event || undefined })"
  />
</template>

<style scoped>
.approver {
  border-left: 2px solid var(--rule);
  padding-left: 6px;
}
</style>

<script setup lang="ts">
import type { Design } from '~~/core/design'
import type { AnswerRead, CallTask, PassedOn, TicketTask } from '~~/core/plan'
import type { DirectoryPage } from '~/composables/useNames'
import { factsToPass } from './planVocabulary'

// What another system is called for and what is read out of its answer; or which ticket of its own is asked for, and what
// is passed on to it.
const props = defineProps<{
  task: CallTask | TicketTask
  design: Design
  directory: DirectoryPage
  readonly: boolean
}>()
const emit = defineEmits<{ change: [change: object] }>()
const named = (list: readonly { id: string; name: string }[]) =>
  list.map(({ id, name }) => ({ value: id, label: name }))
const reads = computed(() => (props.task.do === 'call' ? (props.task.reads ?? []) : []))
const passes = computed(() => (props.task.do === 'ticket' ? (props.task.passes ?? []) : []))
const list = <T,>(all: T[]) => (all.length ? all : undefined)
const at = <T,>(all: readonly T[], index: number, one: T) =>
  all.map((other, place) => (place === index ? one : other))
const without = <T,>(all: readonly T[], index: number) => list(all.filter((_, place) => place !== index))
const setRead = (index: number, change: Partial<AnswerRead>) =>
  emit('change', { reads: at(reads.value, index, { ...reads.value[index]!, ...change }) })
const setPass = (index: number, change: Partial<PassedOn>) =>
  emit('change', { passes: at(passes.value, index, { ...passes.value[index]!, ...change }) })
const fields = computed(() => props.design.fields.map(({ name, label }) => ({ value: name, label })))
/** The questions of the item's form: those that must be answered first. */
const questions = computed(() => {
  if (props.task.do !== 'ticket') return []
  const { item: id } = props.task
  const item = props.design.items.find((one) => one.id === id)
  const form = props.design.forms.find((one) => one.id === item?.form)
  return (form?.steps ?? [])
    .flatMap((step) => step.questions)
    .sort((one, other) => Number(other.required) - Number(one.required))
    .map(({ question, required }) => ({
      value: question,
      label: `${props.design.questions.find((one) => one.name === question)?.label ?? question}${required ? ' (must be answered)' : ''}`,
    }))
})
const facts = computed(() => factsToPass(props.design))
function addRead() {
  emit('change', { reads: [...reads.value, { from: 'name', field: fields.value[0]?.value ?? '' }] })
}
function addPass() {
  const free = questions.value.find((one) => !passes.value.some((pass) => pass.question === one.value))
  const question = (free ?? questions.value[0])?.value ?? ''
  emit('change', { passes: [...passes.value, { question, fact: facts.value[0]?.value ?? '' }] })
}
</script>

<template>
  <template v-if="task.do === 'call'">
    <KitChoice
      label="Which system"
      :model-value="task.webhook"
      :options="named(design.webhooks)"
      :disabled="readonly"
      @update:model-value="$event && emit('change', { webhook: $event })"
    />
    <p class="small quiet">
      <template v-if="!design.webhooks.length">No other system is described yet. </template>
      <NuxtLink to="/design/ladders#webhooks">Other systems, and what they are told</NuxtLink>
    </p>
    <div
      v-for="(one, index) in reads"
      :key="index"
      class="pair"
      role="group"
      :aria-label="`Read ${one.from}`"
    >
      <KitText
        label="Out of its answer"
        placeholder="account.name"
        :model-value="one.from"
        :disabled="readonly"
        :commit="(text: string) => setRead(index, { from: text.trim() })"
      />
      <KitChoice
        label="into the field"
        :model-value="one.field"
        :options="fields"
        :disabled="readonly"
        @update:model-value="$event && setRead(index, { field: $event })"
      />
      <KitButton
        v-if="!readonly"
        kind="link"
        class="small"
        :aria-label="`do not read ${one.from}`"
        @click="emit('change', { reads: without(reads, index) })"
        >take out</KitButton
      >
    </div>
    <p v-if="!readonly && fields.length" class="small">
      <KitButton kind="link" @click="addRead">read something out of its answer …</KitButton>
    </p>
  </template>
  <template v-else>
    <KitChoice
      label="A ticket of"
      :model-value="task.item"
      :options="named(design.items)"
      :disabled="readonly"
      @update:model-value="$event && emit('change', { item: $event, passes: undefined })"
    />
    <div
      v-for="(one, index) in passes"
      :key="index"
      class="pair"
      role="group"
      :aria-label="`Passed on: ${one.question}`"
    >
      <KitChoice
        label="Its question"
        :model-value="one.question"
        :options="questions"
        :disabled="readonly"
        @update:model-value="$event && setPass(index, { question: $event })"
      />
      <KitChoice
        label="is answered by"
        :model-value="one.fact"
        :options="facts"
        :disabled="readonly"
        @update:model-value="$event && setPass(index, { fact: $event })"
      />
      <KitButton
        v-if="!readonly"
        kind="link"
        class="small"
        :aria-label="`do not pass on ${one.question}`"
        @click="emit('change', { passes: without(passes, index) })"
        >take out</KitButton
      >
    </div>
    <p v-if="!readonly && questions.length" class="small">
      <KitButton kind="link" @click="addPass">pass an answer on …</KitButton>
    </p>
  </template>
  <DoerField
    v-bind="{ design, directory, readonly }"
    :doer="task.who"
    label="If it is not done, it is seen to by"
    nothing="the team of the ticket"
    @change="emit('change', { who: $event })"
  />
</template>

<style scoped>
.pair {
  border-left: 1px solid var(--rule);
  padding-left: 8px;
  margin: 4px 0;
}
</style>

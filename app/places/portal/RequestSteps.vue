<script setup lang="ts">
// What is done for a request, step by step, as far as its requester sees it.
const props = defineProps<{
  steps: AnswerOf<'GET /api/requests/{reference}'>['steps']
  zone: string
  since: number
}>()
const { say, moment } = usePortalWords()
const done = computed(() => props.steps.filter((one) => one.stands === 'done').length)
const next = computed(
  () => props.steps.find((one) => one.stands === 'open') ?? props.steps.find((one) => one.stands === 'later'),
)
const count = computed(() => {
  const counted = say('steps.count', { done: done.value, all: props.steps.length })
  return next.value ? `${counted}; ${say('steps.next', { text: next.value.text })}` : counted
})
function stands({ stands: now, due, endedAt }: (typeof props.steps)[number]) {
  const said = say(`steps.${now}`)
  if (endedAt !== null) return `${said}, ${moment(endedAt, props.zone, props.since)}`
  return due === null ? said : `${said}, ${say('steps.by', { when: moment(due, props.zone, props.since) })}`
}
</script>

<template>
  <section aria-labelledby="steps-title">
    <h2 id="steps-title">{{ say('steps.title') }}</h2>
    <p class="quiet">{{ count }}</p>
    <ol>
      <li v-for="one in steps" :key="`${one.number} ${one.text}`" :class="one.stands">
        <i class="mark" aria-hidden="true" />
        <span>{{ one.text }}</span>
        <span class="quiet small">{{ stands(one) }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
}
li .small {
  margin-left: auto;
}
.mark {
  width: 10px;
  height: 10px;
  border: 1px solid var(--ink);
  flex: none;
}
.done .mark {
  background: var(--sea);
  border-color: var(--sea);
}
.open .mark {
  background: linear-gradient(90deg, var(--sea) 50%, transparent 50%);
  border-color: var(--sea);
}
.refused .mark {
  border-color: var(--red);
  background: var(--red-2);
}
.later span {
  color: var(--ink-3);
}
</style>

<script setup lang="ts">
import { isoDate } from '~~/core/time'

// What is done for a request, step by step, as far as its requester sees it.
const props = defineProps<{
  steps: AnswerOf<'GET /api/requests/{reference}'>['steps']
  zone: string
  since: number
  ready: AnswerOf<'GET /api/requests/{reference}'>['readyBy']
}>()
const { say, moment, day } = usePortalWords()
const done = computed(() => props.steps.filter((one) => one.stands === 'done').length)
const next = computed(
  () => props.steps.find((one) => one.stands === 'open') ?? props.steps.find((one) => one.stands === 'later'),
)
const count = computed(() => {
  const counted = say('steps.count', { done: done.value, all: props.steps.length })
  return next.value ? `${counted}; ${say('steps.next', { text: next.value.text })}` : counted
})
const when = (at: number) => day(at, props.zone)
/** When it is ready, and why on another day than was said. */
const expected = computed(() => {
  if (!props.ready) return undefined
  const { at, moved } = props.ready
  const isOther = moved !== null && isoDate(moved.from, props.zone) !== isoDate(at, props.zone)
  const before = isOther ? { when: when(moved.from) } : undefined
  return {
    ready: say('steps.ready', { when: when(at) }),
    why:
      before &&
      (moved!.text !== null && moved!.isLater
        ? say('steps.movedFor', { ...before, text: moved!.text })
        : say('steps.moved', before)),
  }
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
    <p v-if="expected" class="ready">
      <b>{{ expected.ready }}</b><span v-if="expected.why" class="quiet small">{{ expected.why }}</span>
    </p>
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
p {
  margin: 2px 0;
}
.ready span {
  margin-left: 10px;
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

<script setup lang="ts">
import type { Design } from '~~/core/design'
import type { FormTask, LinkedTo } from '~~/core/plan'
import type { DirectoryPage } from '~/composables/useNames'

// Which questions a task asks, and of whom: a person, or whoever has an address and answers by a link.
const props = defineProps<{ task: FormTask; design: Design; directory: DirectoryPage; readonly: boolean }>()
const emit = defineEmits<{ change: [change: Partial<FormTask>] }>()
const route = useRoute()
const forms = computed(() => props.design.forms.map(({ id, name }) => ({ value: id, label: name || id })))
const item = computed(() => props.design.items.find((one) => one.form === props.task.form))
/** Where the form itself is changed: with its item, or among those that come later. */
const place = computed(() =>
  item.value ? `/design/catalog/${item.value.id}` : `/design/plans/forms#${props.task.form}`,
)
/** Answers that may be an address. */
const addresses = computed(() => props.design.questions.filter((one) => one.type === 'text'))
const ways = computed(() => [
  { value: 'person', label: 'a person of the directory' },
  { value: 'address', label: 'a mail address, by a link' },
  ...addresses.value.map(({ name, label }) => ({
    value: `question:${name}`,
    label: `the address in “${label}”`,
    group: 'By a link, to the address in an answer',
  })),
])
const way = computed(() => {
  const { to } = props.task
  if (!to) return 'person'
  return 'address' in to ? 'address' : `question:${to.question}`
})
function choose(key: string) {
  const [what, ...rest] = key.split(':')
  const to: LinkedTo | undefined =
    what === 'question'
      ? { question: rest.join(':') }
      : what === 'address'
        ? { address: 'name@example' }
        : undefined
  emit('change', { to })
}
</script>

<template>
  <KitChoice
    label="Asks the form"
    :model-value="task.form"
    :options="forms"
    :disabled="readonly"
    @update:model-value="$event && emit('change', { form: $event })"
  />
  <p class="small">
    <NuxtLink
      :to="{
        path: place.split('#')[0],
        hash: place.includes('#') ? `#${task.form}` : '',
        query: route.query,
      }"
      >its questions</NuxtLink
    >
  </p>
  <KitChoice
    label="Who answers it"
    :model-value="way"
    :options="ways"
    :disabled="readonly"
    @update:model-value="$event && choose($event)"
  />
  <KitText
    v-if="task.to && 'address' in task.to"
    label="Mail address"
    :model-value="task.to.address"
    :disabled="readonly"
    :commit="(address: string) => emit('change', { to: { address: address.trim() } })"
  />
  <DoerField
    v-bind="{ design, directory, readonly }"
    :doer="task.who"
    :label="task.to ? 'Seen to by, where nobody answers' : 'Which person'"
    :nothing="task.to ? 'the team of the ticket' : undefined"
    @change="emit('change', { who: $event })"
  />
  <KitDuration
    label="Asked again after, in working time"
    :model-value="task.remind ?? ''"
    :disabled="readonly"
    :commit="(span: string) => emit('change', { remind: span || undefined })"
  />
</template>

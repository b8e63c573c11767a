<script setup lang="ts">
import type { Design } from '~~/core/design'
import { RECIPIENT_NAMES, type PlainRecipient, type Recipient } from '~~/core/ladder'
import type { DirectoryPage } from '~/composables/useNames'

// Who is told, or who gets a ticket.
const props = defineProps<{
  recipient: Recipient
  design: Design
  directory: DirectoryPage
  label: string
  /** Only those who work at the desk. */
  staff?: boolean
  /** Who else can be chosen then. */
  also?: readonly PlainRecipient[]
}>()
const emit = defineEmits<{ change: [recipient: Recipient] }>()

const PLACES = ['first', 'second', 'third']
const keyOf = (one: Recipient) => {
  if (one.to === 'rota') return `rota:${one.rota}:${one.place ?? 1}`
  if (one.to === 'person') return `person:${one.person}`
  return one.to === 'answer' ? `answer:${one.question}` : one.to
}
const PLAIN = [
  'technician',
  'team',
  'teamLead',
  'requester',
  'watchers',
  'siteManager',
  'agreementContact',
  'asked',
  'askedManager',
] as const
const plain = computed((): readonly PlainRecipient[] =>
  props.staff ? ['technician', 'teamLead', ...(props.also ?? [])] : PLAIN,
)
const options = computed(() => [
  ...plain.value.map((one) => ({
    value: one as string,
    label: RECIPIENT_NAMES[one],
    group: 'Of the ticket',
  })),
  ...props.design.rotas.flatMap((rota) =>
    PLACES.map((place, index) => ({
      ...{ value: `rota:${rota.id}:${index + 1}`, label: `the ${place} on rota ${rota.name}` },
      group: 'On rota',
    })),
  ),
  ...props.directory.people
    .filter((one) => one.role !== 'requester')
    .map(({ id, name }) => ({ value: `person:${id}`, label: name, group: 'By name' })),
  ...props.design.questions
    .filter((one) => !props.staff && one.type === 'text')
    .map(({ name, label }) => ({
      ...{ value: `answer:${name}`, label, group: 'The mail address that answers' },
    })),
])
function choose(key: string) {
  const [to, id, place] = key.split(':')
  if (to === 'rota') emit('change', { to, rota: id!, ...(place !== '1' && { place: Number(place) }) })
  else if (to === 'person') emit('change', { to, person: id! })
  else if (to === 'answer') emit('change', { to, question: id! })
  else emit('change', { to: to as 'technician' })
}
</script>

<template>
  <KitChoice
    bare
    :label="label"
    :model-value="keyOf(recipient)"
    :options="options"
    @update:model-value="$event && choose($event)"
  />
</template>

<script setup lang="ts">
import { LINK_KINDS, LINK_NAMES, type LinkKind } from '~~/core/work'
import type { Ticket } from '~/composables/useTickets'

// A link with another ticket, a merger into one, a part of this as a ticket of its own, or a copy.
const props = defineProps<{
  ticket: Ticket
  kind: 'link' | 'part' | 'copy' | 'merge'
  query: Record<string, string>
}>()
const emit = defineEmits<{ done: []; close: [] }>()
const { busy, error, run } = useDeed()
const fields = reactive({
  to: null as number | null,
  as: 'related' as LinkKind | null,
  summary: props.kind === 'copy' ? props.ticket.summary : '',
  // A part is the desk's own business unless somebody says otherwise.
  shown: props.kind === 'copy',
})
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('input')?.focus())
const path = () => ({ reference: props.ticket.reference })
const isNumbered = computed(() => props.kind === 'link' || props.kind === 'merge')

async function make() {
  const { to, as, summary, shown } = fields
  if (props.kind === 'link' && to && as) {
    await api('POST /api/tickets/{reference}/links', { path: path(), body: { to, as, on: true } })
    return undefined
  }
  if (props.kind === 'merge' && to) {
    await api('POST /api/tickets/{reference}/merge', { path: path(), body: { into: to } })
    return to
  }
  const made = await api('POST /api/tickets/{reference}/part', {
    path: path(),
    body: { summary, as: props.kind === 'copy' ? 'copy' : 'part', shown },
  })
  return made.reference
}
async function submit() {
  const made = await run(async () => ({ to: await make() }))
  if (!made) return
  if (made.to === undefined) emit('done')
  else await navigateTo({ path: `/desk/${made.to}`, query: props.query })
}
const VERBS = { link: 'Link them', merge: 'Merge it', part: 'Part it off', copy: 'Copy it' }
const TITLES = { link: 'Link', merge: 'Merge', part: 'Part off', copy: 'Copy' }
const kinds = LINK_KINDS.map((value) => ({ value, label: LINK_NAMES[value] }))
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    :aria-label="TITLES[kind]"
    @submit.prevent="submit"
    @keydown.esc.capture="leaveSlip($event, () => emit('close'))"
  >
    <KitChoice v-if="kind === 'link'" v-model="fields.as" label="This ticket is" :options="kinds" />
    <p v-if="kind === 'merge'" class="small">
      It ends, and is handled for its requester too with the other ticket.
    </p>
    <KitNumber
      v-if="isNumbered"
      v-model="fields.to"
      label="Number of the other ticket"
      :min="1"
      :error="error?.on('to') ?? error?.on('into')"
    />
    <template v-else>
      <KitText
        v-model="fields.summary"
        :label="kind === 'part' ? 'What of it is a ticket of its own?' : 'What is the copy about?'"
        :error="error?.on('summary')"
      />
      <KitCheckbox v-model="fields.shown" :label="`${ticket.requester.name} sees it and gets its mails`" />
    </template>
    <KitError :error="error" />
    <KitButton
      kind="main"
      type="submit"
      :busy="busy"
      :disabled="isNumbered ? !fields.to : !fields.summary.trim()"
      >{{ VERBS[kind] }}</KitButton
    >
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
  </form>
</template>

<script setup lang="ts">
import { assistMeansInWords, type AssistMeans } from '~~/core/assist'
import type { Ticket } from '~/composables/useTickets'

// What is asked for before anybody looks at a requester's machine.
const props = defineProps<{ ticket: Ticket; page: AnswerOf<'GET /api/tickets/{reference}/assists'> }>()
const emit = defineEmits<{ close: [isDone: boolean] }>()
const { busy, error, run } = useDeed()
const more = computed(() =>
  props.page.offers
    .filter((one) => one !== 'see')
    .map((value) => ({ value, label: assistMeansInWords([value]) })),
)
const machines = computed(() =>
  props.page.machines.map(({ number, name }) => ({ value: number, label: `${number} ${name}` })),
)
const fields = reactive({
  allows: more.value.map((one) => one.value).filter((one) => one !== 'restart') as AssistMeans[],
  recorded: false,
  machine: (machines.value[0]?.value ?? null) as string | null,
})
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('input, [role=combobox]')?.focus())
async function submit() {
  const { machine, ...asked } = fields
  const done = await run(() =>
    api('POST /api/tickets/{reference}/assists', {
      path: { reference: props.ticket.reference },
      body: { ...asked, ...(machine !== null && { machine }) },
    }),
  )
  if (done) emit('close', true)
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    aria-label="Look at their machine"
    @submit.prevent="submit"
    @keydown.esc.capture="leaveSlip($event, () => emit('close', false))"
  >
    <KitChoice
      v-if="machines.length"
      v-model="fields.machine"
      label="Which machine"
      placeholder="one that the desk does not know"
      clears
      :options="machines"
    />
    <KitTicks
      v-if="more.length"
      v-model="fields.allows"
      label="To see the screen, and to"
      :options="more"
      :error="error?.on('allows')"
    />
    <KitSwitch v-model="fields.recorded" label="The session is recorded" />
    <p class="quiet small">
      {{ ticket.requester.name }} gets an address and a code by mail, and finds both in the portal. Nothing is
      seen before they agree.
    </p>
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy">Ask {{ ticket.requester.name }}</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close', false)">Leave it</KitButton>
  </form>
</template>

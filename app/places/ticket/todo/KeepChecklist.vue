<script setup lang="ts">
// What is to do on a ticket, kept as a checklist for the next one.
const props = defineProps<{
  reference: number
  /** How many tasks are kept. */
  tasks: number
  teams: readonly { id: string; name: string }[]
}>()
const emit = defineEmits<{ kept: [name: string]; close: [] }>()
const session = useSession()
const { busy, error, run } = useDeed()
/** Whoever changes the design keeps for everybody. */
const forAll = computed(() => session.may('changeDesign'))
const mine = computed(() => props.teams.filter(({ id }) => forAll.value || session.me?.teams.includes(id)))
const draft = reactive({ name: '', team: forAll.value ? '' : (mine.value[0]?.id ?? '') })
const form = ref<HTMLFormElement>()
onMounted(() => form.value?.querySelector<HTMLElement>('input')?.focus())
const options = computed(() => [
  ...(forAll.value ? [{ value: '', label: 'everybody' }] : []),
  ...mine.value.map(({ id, name }) => ({ value: id, label: name })),
])
async function keep() {
  const { name, team } = draft
  const body = { name, team: team || null, reference: props.reference }
  if (await run(() => api('POST /api/checklists', { body }))) emit('kept', name)
}
</script>

<template>
  <form
    ref="form"
    class="panel no-print"
    novalidate
    aria-label="Keep it as a checklist"
    @submit.prevent="keep"
    @keydown.esc.capture="leaveSlip($event, () => emit('close'))"
  >
    <p v-if="!options.length" class="quiet small">
      You are in no team, so there is nobody to keep it for; ask a lead.
    </p>
    <template v-else>
      <KitText
        v-model="draft.name"
        label="Name of the checklist"
        :most="80"
        :help="`${counted(tasks, 'task')} of this ticket, without who did what`"
        :error="error?.on('name')"
      />
      <KitChoice v-model="draft.team" label="Offered to" :options="options" :error="error?.on('team')" />
    </template>
    <KitError :error="error" />
    <p>
      <KitButton v-if="options.length" kind="main" type="submit" :busy="busy" :disabled="!draft.name.trim()"
        >Keep it</KitButton
      >
      &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
    </p>
  </form>
</template>

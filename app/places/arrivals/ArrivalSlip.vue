<script setup lang="ts">
import type { ArrivalPage } from '~/composables/useArrivals'

export interface Dealt {
  reference: number
  text: string
  canTakeBack: boolean
}

// What is asked before an arrival is asked back about, turned away or merged. What was typed stays until it is sent.
const props = defineProps<{
  page: ArrivalPage
  reference: number
  kind: 'ask' | 'reject' | 'merge'
  /** Into which it is merged, where that is chosen already. */
  into?: number
}>()
const emit = defineEmits<{ asked: []; dealt: [deed: Dealt]; close: []; stale: [] }>()
const lines = props.page.lacks.filter((one) => one.what === 'answer').map((one) => `– ${one.text}`)
const kept = reactive({
  text: props.kind === 'ask' && lines.length ? `To go on we need to know:\n${lines.join('\n')}\n` : '',
  files: [] as string[],
  into: (props.into ?? null) as number | null,
})
const { forget } = useKeptForm(`yare-draft-${props.reference}-arrival-${props.kind}`, kept)
const { busy, error, run } = useDeed(() => emit('stale'))
const form = ref<HTMLFormElement>()
onMounted(() => props.kind === 'merge' && form.value?.querySelector<HTMLElement>('input')?.focus())

const path = () => ({ reference: props.reference })
const SEND = {
  ask: () =>
    api('POST /api/tickets/{reference}/reply', {
      path: path(),
      body: { text: kept.text, files: kept.files },
    }),
  reject: () => api('POST /api/tickets/{reference}/reject', { path: path(), body: { text: kept.text } }),
  merge: () => api('POST /api/tickets/{reference}/merge', { path: path(), body: { into: kept.into ?? 0 } }),
}
async function send() {
  if (busy.value || !(await run(async () => (await SEND[props.kind](), true)))) return
  forget()
  const { reference } = props
  if (props.kind === 'ask') emit('asked')
  else if (props.kind === 'reject')
    emit('dealt', {
      ...{ reference, canTakeBack: true },
      text: `${reference} was turned away; ${props.page.requester} is told why.`,
    })
  else
    emit('dealt', {
      ...{ reference, canTakeBack: false },
      text: `${reference} is handled together with ${kept.into} now.`,
    })
}
const verb = computed(
  () => ({ ask: 'Send the question', reject: 'Turn it away', merge: 'Merge it' })[props.kind],
)
const effect = computed(
  () =>
    ({
      ask: 'It stays in Arrivals; the answer brings it up again.',
      reject: `${props.page.requester} reads this by mail and in the portal; an answer brings it back here.`,
      merge: `${props.page.requester} is told, and gets the replies of the other ticket from then on.`,
    })[props.kind],
)
</script>

<template>
  <form
    ref="form"
    class="panel"
    novalidate
    :aria-label="verb"
    @submit.prevent="send"
    @keydown.esc.stop="emit('close')"
    @keydown.ctrl.enter.prevent="send"
  >
    <KitNumber
      v-if="kind === 'merge'"
      v-model="kept.into"
      label="Number of the ticket that takes it in"
      :min="1"
      :error="error?.on('into')"
    />
    <WordsField
      v-else-if="kind === 'ask'"
      v-model:text="kept.text"
      v-model:files="kept.files"
      focuses
      :label="`What do we ask ${page.requester}?`"
      :error="error?.on('text') ?? ''"
    />
    <KitWords v-else v-model="kept.text" focuses label="Why can we not take it?" :error="error?.on('text')" />
    <KitError :error="error" />
    <KitButton kind="main" type="submit" :busy="busy">{{ verb }}</KitButton>
    &nbsp;<KitButton kind="plain" @click="emit('close')">Leave it</KitButton>
    <span class="quiet small">&nbsp; {{ effect }}</span>
  </form>
</template>

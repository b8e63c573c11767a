<script setup lang="ts">
import { MOST_PARTS, MOST_PICTURES, REPORT_LIMIT } from '~~/core/ticket'
import { FILE_LIMIT } from '~~/core/intake'
import type { Stop } from '~/composables/keptOnDevice'
import type { WaitingReport } from './deeds'

// What was done at a stop: in words, with the parts that were used, pictures, and a name that is signed.
const props = defineProps<{
  stop: Stop
  /** Keeps it on the device; whether it could be kept. */
  keep: (report: WaitingReport) => Promise<boolean>
}>()
const emit = defineEmits<{ close: [] }>()
const before = props.stop.report
const form = reactive({
  words: before?.words ?? '',
  parts: (before?.parts ?? []).map((one) => ({ ...one })),
  signedBy: before?.signedBy ?? '',
})
const { forget } = useKeptForm(`report-${props.stop.reference}-${props.stop.booking}`, form)
const signature = shallowRef<Blob>()
const pictures = shallowRef<File[]>([])
const problem = ref('')
const room = FILE_LIMIT / 1024 / 1024

function pick(files: File[]) {
  const [fits, large] = [
    files.filter((one) => one.size <= FILE_LIMIT),
    files.filter((one) => one.size > FILE_LIMIT),
  ]
  const all = [...pictures.value, ...fits]
  pictures.value = all.slice(0, MOST_PICTURES)
  problem.value = large.length
    ? `${large.map((one) => one.name).join(', ')}: a file may have ${room} MB; take a smaller picture.`
    : all.length > MOST_PICTURES
      ? `At most ${MOST_PICTURES} pictures go with one report.`
      : ''
}
const lines = computed(() =>
  pictures.value.map((one, key) => ({ key, name: one.name, size: `${Math.ceil(one.size / 1024)} KB` })),
)
// A device keeps plain things only.
const said = computed(() =>
  form.parts.filter((one) => one.what.trim()).map(({ what, count }) => ({ what, count })),
)
const isEmpty = computed(
  () =>
    !form.words.trim() &&
    !said.value.length &&
    !form.signedBy.trim() &&
    !signature.value &&
    !lines.value.length,
)
const busy = ref(false)
async function send() {
  const files = [
    ...(signature.value
      ? [{ as: 'signature' as const, name: 'signature.png', type: 'image/png', content: signature.value }]
      : []),
    ...pictures.value.map((one) => ({
      ...{ as: 'picture' as const, name: one.name, content: one as Blob },
      type: one.type || 'application/octet-stream',
    })),
  ]
  const { words, signedBy } = form
  busy.value = true
  const isKept = await props.keep({ words, parts: said.value, signedBy: signedBy.trim(), files })
  busy.value = false
  if (!isKept) return
  forget()
  emit('close')
}
</script>

<template>
  <form class="report" aria-label="Report" @submit.prevent="send">
    <KitLongText v-model="form.words" label="What was done" :rows="3" :most="REPORT_LIMIT" focuses />
    <fieldset>
      <legend>Parts used</legend>
      <div v-for="(part, at) in form.parts" :key="at" class="part">
        <KitText v-model="part.what" :label="`Part ${at + 1}`" bare placeholder="part" :most="300" />
        <KitText v-model="part.count" :label="`How many of part ${at + 1}`" bare placeholder="1" :most="60" />
        <KitButton kind="sign" :aria-label="`Take out part ${at + 1}`" @click="form.parts.splice(at, 1)"
          >×</KitButton
        >
      </div>
      <KitButton
        v-if="form.parts.length < MOST_PARTS"
        kind="link"
        @click="form.parts.push({ what: '', count: '1' })"
        >Add a part</KitButton
      >
    </fieldset>
    <KitFiles
      label="Pictures"
      :lines="lines"
      :error="problem"
      @pick="pick"
      @remove="pictures = pictures.filter((_, at) => at !== $event.key)"
    />
    <KitText v-model="form.signedBy" label="Who signs" aside="name of the customer" :most="300" />
    <KitSignature
      label="Signature"
      help="With a finger, a pen or the mouse; the name above is enough too."
      @update:model-value="signature = $event"
    />
    <p class="acts">
      <KitButton kind="main" type="submit" :busy="busy" :disabled="isEmpty">Keep the report</KitButton>
      <KitButton kind="plain" @click="emit('close')">Close</KitButton>
    </p>
  </form>
</template>

<style scoped>
.report {
  border-top: 1px solid var(--rule);
  margin-top: 10px;
  padding-top: 10px;
  max-width: 560px;
}
fieldset {
  border: 0;
  margin: 0 0 1rem;
  padding: 0;
}
legend {
  font-weight: 600;
  padding: 0;
}
.part {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 5.5rem) auto;
  gap: 8px;
  margin-bottom: 6px;
}
.part :deep(input) {
  width: 100%;
}
.acts {
  display: flex;
  gap: 10px;
}
</style>

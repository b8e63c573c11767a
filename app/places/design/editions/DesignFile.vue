<script setup lang="ts">
import { designFile, STARTING_DESIGNS, startingDesignOf, type Design } from '~~/core/design'
import { present } from '~~/core/lookup'
import type { DraftPage } from '~/composables/useDraft'
import { saidAnew, type Matching } from './matching'

// The whole design as a file: to have, and to bring; what one that is brought would change is seen before it is taken.
const props = defineProps<{ design: Design }>()
const emit = defineEmits<{ replace: [page: DraftPage] }>()
const deed = useDeed()
const { error } = deed

const file = ref<{ name: string; text: string }>()
const preview = ref<AnswerOf<'POST /api/design-file/preview'>>()
/** What was said of what is not here. */
const said = ref<Matching[]>([])
const directory = useQuery({
  key: ['directory', 'names'],
  query: ({ signal }) => api('GET /api/directory', { signal }),
})
async function read([chosen]: File[]) {
  preview.value = file.value = undefined
  said.value = []
  if (!chosen) return
  file.value = { name: chosen.name, text: await chosen.text() }
  await look()
}
const STARTING = STARTING_DESIGNS.map((one) => ({ value: one.id, label: one.name, note: one.says }))
/** A starting design comes as a file does: what it names is matched, made or left out. */
async function begin(id: string | null) {
  const starting = startingDesignOf(id ?? '')
  if (!starting) return
  const { name, zone } = props.design.desk
  const namesOf = (things: readonly { id: string; name: string }[]) =>
    Object.fromEntries(things.map((one) => [one.id, one.name]))
  const names = { team: namesOf(starting.teams), queue: namesOf(starting.queues) }
  file.value = { name: starting.name, text: designFile(starting.design(name, zone), names) }
  preview.value = undefined
  said.value = []
  await look()
}
async function look() {
  const body = { text: present(file.value).text, matches: said.value }
  const seen = await deed.run(() => api('POST /api/design-file/preview', { body }))
  // Where the desk is away, what was said and seen stays.
  if (seen) preview.value = seen
}
async function say(one: Matching) {
  said.value = saidAnew(said.value, one)
  await look()
}
async function take() {
  const { version, lacking } = present(preview.value)
  const matches = lacking.flatMap((one) => one.match ?? [])
  const body = { text: present(file.value).text, version, matches }
  const page = await deed.run(() => api('POST /api/design-file', { body }))
  if (!page) return
  emit('replace', page)
  file.value = preview.value = undefined
}
/** What went wrong, with the places in the file. */
const wrong = computed(() => {
  const { detail, fields = [] } = error.value?.problem ?? {}
  return detail && [detail, ...fields.map((one) => `${one.field} ${one.message}`)].join(' ')
})
</script>

<template>
  <section>
    <h2>As a file</h2>
    <p class="quiet small">
      The whole design is one text file, for version control, for another installation, and for
      <code>./yare proofread</code>.
    </p>
    <p>
      <a :href="linkTo('GET /api/design-file')" download>Have the draft as a file</a>
    </p>
    <KitFiles class="bring" label="Bring a file …" :lines="[]" @pick="read" />
    <KitChoice
      class="bring"
      label="Or begin anew from a starting design"
      placeholder="choose …"
      :model-value="null"
      :options="STARTING"
      @update:model-value="begin"
    />
    <KitError :error="wrong" />
    <FilePreview
      v-if="preview && file && directory.data.value"
      :name="file.name"
      :preview="preview"
      :directory="directory.data.value"
      :busy="deed.busy.value"
      @say="say"
      @take="take"
      @leave="preview = undefined"
    />
  </section>
</template>

<style scoped>
.bring {
  max-width: 460px;
}
</style>

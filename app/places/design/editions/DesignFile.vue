<script setup lang="ts">
import type { ChangeInWords, Finding } from '~~/core/design'
import { present } from '~~/core/lookup'
import type { DraftPage } from '~/composables/useDraft'

// The whole design as a file: to have, and to bring; what one that is brought would change is seen before it is taken.
const emit = defineEmits<{ replace: [page: DraftPage] }>()
const deed = useDeed()
const { error } = deed

interface Preview {
  version: number
  changes: ChangeInWords[]
  findings: Finding[]
}
const file = ref<{ name: string; text: string }>()
const preview = ref<Preview>()
async function read([chosen]: File[]) {
  preview.value = file.value = undefined
  if (!chosen) return
  const text = await chosen.text()
  file.value = { name: chosen.name, text }
  preview.value = await deed.run(() => api('POST /api/design-file/preview', { body: { text } }))
}
async function take() {
  const { text } = present(file.value)
  const body = { text, version: present(preview.value).version }
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
const errors = computed(() => (preview.value?.findings ?? []).filter((one) => one.severity === 'error'))
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
    <KitError :error="wrong" />
    <div v-if="preview" class="notice" role="region" aria-label="What the file would change">
      <p>
        <b>{{ file?.name }}</b> would change {{ counted(preview.changes.length, 'thing') }} in the draft;
        proofreading finds {{ counted(errors.length, 'error') }} in it.
      </p>
      <ul v-if="errors.length">
        <li v-for="one in errors" :key="one.place + one.message">
          <span class="num">{{ one.place }}</span> {{ one.message }}
        </li>
      </ul>
      <p v-if="errors.length">
        It cannot be taken like this: nothing that it refers to may be lost on the way. Put these right in the
        file, or add what is missing to the directory, and bring it again.
      </p>
      <ChangeTable v-if="preview.changes.length" :changes="preview.changes" />
      <p class="acts">
        <KitButton v-if="!errors.length && preview.changes.length" kind="main" @click="take"
          >Take it into the draft</KitButton
        >
        <KitButton kind="plain" @click="preview = undefined">Leave it</KitButton>
      </p>
    </div>
  </section>
</template>

<style scoped>
.bring {
  max-width: 460px;
}
.acts {
  display: flex;
  gap: 8px;
}
</style>

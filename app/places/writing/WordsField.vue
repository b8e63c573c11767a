<script setup lang="ts">
import { framed, type FieldProps } from '~/kit/field'
import type { Offer } from '~/kit/words/offers'

// Where somebody of the desk writes: a reply, a note, an article. Files are sent as soon as they are there; pictures
// stand among the words.
const props = defineProps<
  FieldProps & {
    /** Whether people of the desk can be named. */
    naming?: boolean
    replies?: readonly Offer[]
    headings?: boolean
    focuses?: boolean
    /** Where a file is shown from that was there before; those that are new are shown to whoever sent them. */
    address?: (id: string) => string | undefined
  }
>()
const text = defineModel<string>('text', { required: true })
const files = defineModel<string[]>('files', { required: true })

const people = useDeskPeople(() => props.naming ?? false)
const words = ref<{ showPicture: (id: string, name: string) => void; dropPicture: (id: string) => void }>()
const sent = ref<{ send: (file: File) => void }>()
const ways = computed(() =>
  [
    props.naming &&
      (people.error.value ? 'nobody can be named just now: the desk does not answer' : '@ names somebody'),
    props.replies?.length && '/ puts words at hand',
    'files and pictures can be pasted or dropped',
  ]
    .filter(Boolean)
    .join(' · '),
)
const shownFrom = (id: string) =>
  props.address?.(id) ?? linkTo('GET /api/attachments/{file}', { path: { file: id } })

function came(file: { id: string; name: string; type: string }) {
  if (/^image\/(?:png|jpeg|gif|webp|avif)$/.test(file.type)) words.value?.showPicture(file.id, file.name)
}
function change(now: string[]) {
  for (const id of files.value) if (!now.includes(id)) words.value?.dropPicture(id)
  files.value = now
}
</script>

<template>
  <div class="writing">
    <KitWords
      v-bind="framed(props)"
      ref="words"
      v-model="text"
      takes-files
      :headings="headings"
      :focuses="focuses"
      :disabled="disabled"
      :people="people.data.value ?? []"
      :replies="replies"
      :address="shownFrom"
      @files="(picked) => picked.forEach((file) => sent?.send(file))"
    />
    <p class="quiet small ways">{{ ways }}</p>
    <SentFiles ref="sent" label="Files" bare lines-only :files="files" @change="change" @came="came" />
  </div>
</template>

<style scoped>
.writing {
  margin-bottom: 0.8rem;
}
.writing :deep(.kit-field) {
  display: block;
  margin-bottom: 0;
}
.ways {
  margin: 2px 0 0;
}
</style>

<script setup lang="ts">
import { problemSaid } from '~~/core/words'
import { FILE_LIMIT, MOST_FILES } from '~~/core/intake/form'

// Files that go with an answer: each is sent at once, with its progress, and can be taken out again.
const props = defineProps<{
  id: string
  /** Ids of the files that are attached. */
  files: string[]
  describedBy?: string
}>()
const emit = defineEmits<{ change: [files: string[]] }>()
const { say, size, language } = usePortalWords()

interface Sending {
  key: number
  id?: string
  name: string
  size: number
  /** Share that is sent, 0 to 1. */
  share: number
  problem?: string
  request?: XMLHttpRequest
}
// What the files are called is kept beside their ids, so that a page that is opened again can name them.
const names = useState<Record<string, { name: string; size: number }>>('file-names', () => ({}))
const sending = ref<Sending[]>([])
let next = 0
const lines = computed<Sending[]>(() => [
  ...props.files.map((id, index) => ({
    key: -1 - index,
    id,
    name: names.value[id]?.name ?? say('file.before'),
    size: names.value[id]?.size ?? 0,
    share: 1,
  })),
  ...sending.value,
])

function pick(event: Event) {
  for (const file of filesIn(event)) send(file)
  emptied(event)
}

function send(file: File) {
  const line = reactive<Sending>({ key: next++, name: file.name, size: file.size, share: 0 })
  sending.value.push(line)
  if (file.size > FILE_LIMIT) return void (line.problem = say('file.large', { size: FILE_LIMIT / 1_048_576 }))
  if (file.size === 0) return void (line.problem = say('file.empty'))
  if (props.files.length + sending.value.filter((one) => !one.problem).length > MOST_FILES)
    return void (line.problem = say('file.many', { most: MOST_FILES }))
  // Fetch tells nothing of how much is sent; this does.
  const request = new XMLHttpRequest()
  line.request = request
  request.open(
    'POST',
    `/api/attachments?name=${encodeURIComponent(file.name)}&type=${encodeURIComponent(file.type || 'application/octet-stream')}`,
  )
  request.setRequestHeader('content-type', 'application/octet-stream')
  request.upload.onprogress = ({ loaded, total }) => (line.share = total ? loaded / total : 0)
  request.onerror = () => (line.problem = say('file.unreachable'))
  request.onload = () => {
    const answer = JSON.parse(request.responseText || '{}') as Partial<Problem> & {
      id?: string
      name?: string
    }
    const { detail = say('file.refused'), code } = answer
    if (request.status !== 201 || !answer.id)
      return void (line.problem = problemSaid({ status: request.status, detail, code }, language.value))
    names.value[answer.id] = { name: answer.name ?? file.name, size: file.size }
    sending.value = sending.value.filter((one) => one.key !== line.key)
    emit('change', [...props.files, answer.id])
  }
  request.send(file)
}

function remove(line: Sending) {
  line.request?.abort()
  if (line.id === undefined) sending.value = sending.value.filter((one) => one.key !== line.key)
  else
    emit(
      'change',
      props.files.filter((one) => one !== line.id),
    )
}
/** For files that are pasted or dropped where somebody writes. */
defineExpose({ send })
onBeforeUnmount(() => sending.value.forEach((line) => line.request?.abort()))
</script>

<template>
  <div>
    <input :id="id" class="picker" type="file" multiple :aria-describedby="describedBy" @change="pick" />
    <ul v-if="lines.length" class="files" aria-live="polite">
      <li v-for="line in lines" :key="line.key">
        <span class="name">{{ line.name }}</span>
        <span v-if="line.size" class="num quiet small">{{ size(line.size) }}</span>
        <span v-if="line.problem" class="error-text">{{ line.problem }}</span>
        <progress
          v-else-if="line.share < 1 || line.id === undefined"
          :value="line.share"
          :aria-label="line.name"
        >
          {{ Math.round(line.share * 100) }} %
        </progress>
        <button
          class="link small"
          type="button"
          :aria-label="say('file.takeOutNamed', { name: line.name })"
          @click="remove(line)"
        >
          {{ say(line.id === undefined && !line.problem ? 'file.callOff' : 'file.takeOut') }}
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.picker {
  font: inherit;
  color: var(--ink);
  max-width: 100%;
}
.picker::file-selector-button {
  font: 600 0.93rem var(--sans);
  border: 1px solid var(--rule-2);
  color: var(--ink-2);
  background: transparent;
  border-radius: 3px;
  padding: 0.25rem 0.7rem;
  margin-right: 8px;
  cursor: pointer;
}
.files {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
.files li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: baseline;
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
}
.name {
  overflow-wrap: anywhere;
}
progress {
  accent-color: var(--sea);
}
</style>

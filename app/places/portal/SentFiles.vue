<script setup lang="ts">
import { framed, type FieldProps } from '~/kit/field'
import type { FileLine } from '~/kit/fileLine'
import { problemSaid } from '~~/core/words'
import { FILE_LIMIT, MOST_FILES } from '~~/core/intake/form'

// Files that go with an answer: each is sent at once, with its progress, and can be taken out again.
const props = defineProps<
  FieldProps & {
    /** Ids of the files that are attached. */
    files: readonly string[]
    /** Whether files come from elsewhere only, so that nothing is to be chosen here. */
    linesOnly?: boolean
  }
>()
const emit = defineEmits<{
  change: [files: string[]]
  came: [file: { id: string; name: string; type: string }]
}>()
const { say, size, language } = usePortalWords()

interface Sending {
  key: number
  name: string
  size: number
  /** Share that is sent, 0 to 1. */
  share: number
  problem?: string
  request?: XMLHttpRequest
}
const { names } = useSentFiles()
const sending = ref<Sending[]>([])
let next = 0
const lines = computed<FileLine[]>(() => [
  ...props.files.map((id) => ({
    key: id,
    name: names.value[id]?.name ?? say('file.before'),
    size: names.value[id] && size(names.value[id].size),
  })),
  ...sending.value.map((one) => ({ ...one, size: size(one.size) })),
])
const words = computed(() => ({
  drop: say('file.drop'),
  takeOut: (name: string) => say('file.takeOutNamed', { name }),
  takesOut: say('file.takeOut'),
  callOff: say('file.callOff'),
}))

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
    const answer = answerIn(request.responseText)
    const { detail = say('file.refused'), code } = answer
    if (request.status !== 201 || !answer.id)
      return void (line.problem = problemSaid({ status: request.status, detail, code }, language.value))
    names.value[answer.id] = { name: answer.name ?? file.name, size: file.size }
    sending.value = sending.value.filter((one) => one.key !== line.key)
    emit('change', [...props.files, answer.id])
    emit('came', { id: answer.id, name: answer.name ?? file.name, type: file.type })
  }
  request.send(file)
}

/** What stands between here and the desk may answer with anything. */
function answerIn(text: string): Partial<Problem> & { id?: string; name?: string } {
  try {
    return JSON.parse(text || '{}') as object
  } catch {
    return {}
  }
}

function remove({ key }: FileLine) {
  sending.value.find((one) => one.key === key)?.request?.abort()
  sending.value = sending.value.filter((one) => one.key !== key)
  if (props.files.includes(String(key)))
    emit(
      'change',
      props.files.filter((one) => one !== key),
    )
}
/** For files that are pasted or dropped where somebody writes. */
defineExpose({ send })
onBeforeUnmount(() => sending.value.forEach((line) => line.request?.abort()))
</script>

<template>
  <KitFiles
    v-bind="framed(props)"
    :name="name"
    :lines="lines"
    :words="words"
    :lines-only="linesOnly"
    @pick="(picked) => picked.forEach(send)"
    @remove="remove"
  />
</template>

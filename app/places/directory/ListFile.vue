<script setup lang="ts">
import { KINDS, type ListName } from '~~/core/directory'
import type { FileLine } from '~/kit/fileLine'

// A list as a file: taken out, or taken in after a look at what each line would do.
const props = defineProps<{ list: ListName }>()
type Page = AnswerOf<'GET /api/directory/files/{file}'>
const session = useSession()
const kind = computed(() => KINDS[props.list])
const { busy, error, run } = useDeed()
const cache = useQueryCache()
const lines: FileLine[] = []
const page = ref<Page | null>(null)
const problem = shallowRef<ApiError>()
const AT_WORK = ['waiting', 'looking', 'taking']
const isAtWork = computed(() => page.value !== null && AT_WORK.includes(page.value.state))
const counts = computed(() => page.value?.summary?.counts ?? { new: 0, changed: 0, same: 0, wrong: 0 })
const all = computed(() => Object.values(counts.value).reduce((sum, one) => sum + one, 0))
const right = computed(() => counts.value.new + counts.value.changed)
const isTaken = computed(() => page.value?.state === 'taken')
const WORDS: Record<string, string> = {
  waiting: 'It waits for its turn',
  looking: 'Each line is looked at',
  taking: 'The lines that are right are taken in',
}

async function choose([file]: File[]) {
  if (!file) return
  const as = /\.xlsx$/i.test(file.name) ? 'xlsx' : 'csv'
  page.value = null
  const sent = await run(() =>
    api('POST /api/directory/{list}/file', {
      path: { list: props.list },
      query: { as, name: file.name.slice(0, 200) },
      headers: { 'content-type': 'application/octet-stream' },
      body: file,
    }),
  )
  if (sent) await look(sent.id)
}
/** Asks how far it is, for as long as it is at work. */
let again: ReturnType<typeof setTimeout> | undefined
async function look(id: string) {
  clearTimeout(again)
  try {
    page.value = await api('GET /api/directory/files/{file}', { path: { file: id } })
    problem.value = undefined
    if (isTaken.value) await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
  } catch (thrown) {
    problem.value = asApiError(thrown)
  }
  if (isAtWork.value) again = setTimeout(() => void look(id), 500)
}
onBeforeUnmount(() => clearTimeout(again))
async function take(id: string) {
  const done = await run(() => api('POST /api/directory/files/{file}/take', { path: { file: id } }))
  if (done) await look(id)
}
async function leave(id: string) {
  clearTimeout(again)
  if (await run(() => api('DELETE /api/directory/files/{file}', { path: { file: id } }))) page.value = null
}
// A file goes on being looked at while its page is left.
async function takeUp(list: ListName) {
  if (!session.mayChange(list)) return
  const { file } = await api('GET /api/directory/{list}/sent', { path: { list } })
  if (!file || list !== props.list) return
  page.value = file
  if (isAtWork.value) await look(file.id)
}
watch(
  () => props.list,
  (list) => {
    clearTimeout(again)
    page.value = null
    void beside('A file that was sent', takeUp(list))
  },
  { immediate: true },
)
const asFile = (as: 'csv' | 'xlsx') =>
  linkTo('GET /api/directory/{list}/file', { path: { list: props.list }, query: { as } })
const makes = computed(() =>
  (page.value?.summary?.makes ?? []).map((one) => `${KINDS[one.list].name} “${one.name}”`).join(', '),
)
</script>

<template>
  <section aria-labelledby="file">
    <h2 id="file">As a file</h2>
    <p>
      {{ kind.title }} as <a :href="asFile('csv')" download>CSV</a> or
      <a :href="asFile('xlsx')" download>a workbook</a>, to be changed and taken in again.
    </p>
    <KitFiles
      v-if="session.mayChange(list)"
      :label="`Take in a file of ${kind.plural}`"
      help="CSV or XLSX with headings like those above. Nothing is taken in before you have looked."
      :lines="lines"
      @pick="choose"
    />
    <KitError :error="error" />
    <KitError :error="problem" tries-again @again="page && look(page.id)" />
    <KitProgress
      v-if="isAtWork && page"
      :label="`${page.name}: ${WORDS[page.state]}${page.total ? `, ${page.done} of ${page.total}` : ''}`"
      :share="page.total ? page.done / page.total : undefined"
      calls-off
      @call-off="leave(page.id)"
    />
    <p v-else-if="page?.state === 'failed'" class="notice bad" role="alert">
      {{ page.name }}: {{ page.problem }}
      <KitButton kind="link" @click="leave(page.id)">Put this away</KitButton>
    </p>
    <div v-else-if="page" class="panel" role="status">
      <p>
        <b>{{ page.name }}</b>: {{ isTaken ? 'taken in were' : 'there would be' }} {{ counts.new }} new and
        {{ counts.changed }} changed; {{ counts.same }}
        {{ counts.same === 1 ? 'stays as it is' : 'stay as they are' }}; {{ counts.wrong }} of {{ all }} lines
        {{ counts.wrong === 1 ? 'is' : 'are' }} wrong{{
          isTaken && counts.wrong ? ' and were left out' : ''
        }}.
        <a :href="linkTo('GET /api/directory/files/{file}/report', { path: { file: page.id } })" download
          >Each line as CSV</a
        >
      </p>
      <p v-if="makes">{{ isTaken ? 'Made with it' : 'It would make' }}: {{ makes }}.</p>
      <ul v-if="page.wrong.length" class="wrong">
        <li v-for="one in page.wrong" :key="one.line">
          <span class="num">line {{ one.line }}</span> {{ one.name }}:
          {{ one.problems.map(({ field, message }) => `${field}: ${message}`).join('; ') }}
        </li>
        <li v-if="counts.wrong > page.wrong.length" class="quiet">
          and {{ counts.wrong - page.wrong.length }} more, in the CSV
        </li>
      </ul>
      <template v-if="!isTaken">
        <KitButton kind="main" :busy="busy" :disabled="right === 0" @click="take(page.id)"
          >Take in {{ right }} {{ right === 1 ? 'line' : 'lines' }}</KitButton
        >
        &nbsp;<KitButton kind="plain" @click="leave(page.id)">Leave it</KitButton>
      </template>
      <KitButton v-else kind="plain" @click="leave(page.id)">Put this away</KitButton>
    </div>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
.wrong {
  list-style: none;
  padding: 0;
  margin: 0 0 8px;
  max-height: 300px;
  overflow-y: auto;
}
.wrong li {
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
}
</style>

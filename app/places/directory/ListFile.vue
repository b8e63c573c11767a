<script setup lang="ts">
import { KINDS, type ListName } from '~~/core/directory'
import type { FileLine } from '~/kit/fileLine'

// A list as a file: taken out, or taken in after a look at what each line would do.
const props = defineProps<{ list: ListName }>()
type Report = AnswerOf<'POST /api/directory/{list}/file'>
const session = useSession()
const kind = computed(() => KINDS[props.list])
const report = ref<Report>()
const chosen = shallowRef<File>()
const { busy, error, run } = useDeed()
const cache = useQueryCache()
const count = (outcome: string) => report.value?.lines.filter((one) => one.outcome === outcome).length ?? 0
const wrong = computed(() => report.value?.lines.filter((one) => one.outcome === 'wrong') ?? [])
const right = computed(() => count('new') + count('changed'))
const SHOWN = 100
const lines: FileLine[] = []

async function send(take: boolean) {
  const file = chosen.value
  if (!file) return
  const as = /\.xlsx$/i.test(file.name) ? 'xlsx' : 'csv'
  report.value = await run(() =>
    api('POST /api/directory/{list}/file', {
      path: { list: props.list },
      query: { as, ...(take && { take: 'true' }) },
      headers: { 'content-type': 'application/octet-stream' },
      body: file,
    }),
  )
  if (report.value?.taken) await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
}
async function choose([file]: File[]) {
  chosen.value = file
  await send(false)
}
const asFile = (as: 'csv' | 'xlsx') =>
  linkTo('GET /api/directory/{list}/file', { path: { list: props.list }, query: { as } })
const makes = computed(() =>
  (report.value?.makes ?? []).map((one) => `${KINDS[one.list].name} “${one.name}”`).join(', '),
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
      v-if="session.isLead"
      :label="`Take in a file of ${kind.plural}`"
      help="CSV or XLSX with headings like those above. Nothing is taken in before you have looked."
      :lines="lines"
      @pick="choose"
    />
    <KitProgress v-if="busy" :label="report ? 'Taking it in' : 'Reading each line'" />
    <KitError :error="error" />
    <div v-if="report && !busy" class="panel" role="status">
      <p>
        <b>{{ chosen?.name }}</b>: {{ report.taken ? 'taken in were' : 'there would be' }}
        {{ count('new') }} new and {{ count('changed') }} changed; {{ count('same') }} stay as they are;
        {{ wrong.length }} of {{ report.lines.length }} lines {{ wrong.length === 1 ? 'is' : 'are' }} wrong{{
          report.taken && wrong.length ? ' and were left out' : ''
        }}.
      </p>
      <p v-if="makes">{{ report.taken ? 'Made with it' : 'It would make' }}: {{ makes }}.</p>
      <ul v-if="wrong.length" class="wrong">
        <li v-for="one in wrong.slice(0, SHOWN)" :key="one.line">
          <span class="num">line {{ one.line }}</span> {{ one.name }}:
          {{ one.problems.map(({ field, message }) => `${field}: ${message}`).join('; ') }}
        </li>
        <li v-if="wrong.length > SHOWN" class="quiet">and {{ wrong.length - SHOWN }} more</li>
      </ul>
      <template v-if="!report.taken">
        <KitButton kind="main" :disabled="right === 0" @click="send(true)"
          >Take in {{ right }} {{ right === 1 ? 'line' : 'lines' }}</KitButton
        >
        &nbsp;<KitButton kind="plain" @click="report = undefined">Leave it</KitButton>
      </template>
      <KitButton v-else kind="plain" @click="report = undefined">Put this away</KitButton>
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

<script setup lang="ts">
// A list as a file: taken out, or taken in after a look at what each line would do.
const props = defineProps<{
  /** Of what. */
  list: 'agreements' | 'equipment'
  what: string
}>()
const emit = defineEmits<{ taken: [] }>()

type Report = AnswerOf<'POST /api/agreements/file' | 'POST /api/equipment/file'>
const session = useSession()
const report = ref<Report>()
const name = ref('')
const text = ref('')
const deed = useDeed()
const count = (outcome: string) => report.value?.lines.filter((one) => one.outcome === outcome).length ?? 0
const wrong = computed(() => report.value?.lines.filter((one) => one.outcome === 'wrong') ?? [])

async function send(take: boolean) {
  report.value = await deed.run(() =>
    api(`POST /api/${props.list}/file`, { body: { text: text.value, ...(take && { take }) } }),
  )
  if (report.value?.taken) emit('taken')
}
async function choose(event: Event) {
  const [file] = filesIn(event)
  if (!file) return
  name.value = file.name
  text.value = await file.text()
  emptied(event)
  await send(false)
}
</script>

<template>
  <div class="exchange">
    <p class="line">
      <a :href="linkTo(`GET /api/${list}/file`)" download>{{ what }} as CSV</a>
      <label v-if="session.isLead"
        >Take in a CSV file <input type="file" accept=".csv,text/csv" @change="choose"
      /></label>
    </p>
    <p v-if="deed.error.value" class="notice bad" role="alert">
      {{ name }}: {{ deed.error.value.problem.detail }}
      {{ deed.error.value.problem.fields?.map((one) => one.message).join('; ') }}
    </p>
    <div v-if="report" class="panel" role="status">
      <p>
        <b>{{ name }}</b>: {{ report.taken ? 'taken in were' : 'there would be' }} {{ count('new') }} new and
        {{ count('changed') }} changed; {{ count('wrong') }} of {{ report.lines.length }} lines
        {{ count('wrong') === 1 ? 'is' : 'are' }} wrong{{ report.taken ? ' and were left out' : '' }}.
      </p>
      <ul v-if="wrong.length" class="wrong">
        <li v-for="one in wrong.slice(0, 100)" :key="one.line">
          <span class="num">line {{ one.line }}</span>
          {{ one.problems.map(({ field, message }) => `${field}: ${message}`).join('; ') }}
        </li>
        <li v-if="wrong.length > 100" class="quiet">and {{ wrong.length - 100 }} more</li>
      </ul>
      <template v-if="!report.taken">
        <button
          class="act main"
          type="button"
          :disabled="deed.busy.value || wrong.length === report.lines.length"
          @click="send(true)"
        >
          Take in the right lines ({{ report.lines.length - wrong.length }})
        </button>
        &nbsp;<button class="act plain" type="button" @click="report = undefined">Leave it</button>
      </template>
      <button v-else class="link" type="button" @click="report = undefined">Put this away</button>
    </div>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 20px;
  align-items: center;
}
.wrong {
  list-style: none;
  padding: 0;
  margin: 0 0 8px;
  max-height: 240px;
  overflow-y: auto;
}
.wrong li {
  border-bottom: 1px dotted var(--rule);
  padding: 3px 0;
}
</style>

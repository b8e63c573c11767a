<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { ChangeInWords, Finding } from '~~/core/design'
import type { DraftPage, EditionLine, EditionPage } from '~/composables/useDraft'
import { present } from '~~/core/lookup'

// What the draft changes and what proofreading finds; all editions: to compare, to go back to, to have as files.
const props = defineProps<{ draft?: DraftPage; edition?: EditionPage; editions: EditionLine[] }>()
const emit = defineEmits<{ replace: [page: DraftPage] }>()
const session = useSession()
const time = useDeskTime()
const when = (at: number) => momentInWords(at, present(session.me).zone, time.now)
const error = ref<ApiError>()

async function attempt<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    error.value = undefined
    return await work()
  } catch (thrown) {
    error.value = asApiError(thrown)
    return undefined
  }
}

const from = ref<number>()
const to = ref<number>()
const compared = ref<{ from: number; to: number; changes: ChangeInWords[] }>()
async function compare() {
  compared.value = await attempt(() =>
    api('GET /api/editions/compare', { query: { from: String(from.value), to: String(to.value) } }),
  )
}
watch(
  () => props.editions,
  (list) => {
    to.value ??= list[0]?.number
    from.value ??= (list[1] ?? list[0])?.number
  },
  { immediate: true },
)

/** What stands in the draft would go: it is asked for once, with what it holds. */
const asking = ref<number>()
async function takeBack(number: number) {
  asking.value = undefined
  const page = await attempt(() =>
    api('POST /api/editions/{number}/take-back', {
      path: { number },
      body: { version: props.draft!.version },
    }),
  )
  if (page) emit('replace', page)
}
function askBack(number: number) {
  if (props.draft?.changes.length) asking.value = number
  else void takeBack(number)
}

interface Preview {
  version: number
  changes: ChangeInWords[]
  findings: Finding[]
}
const file = ref<{ name: string; text: string }>()
const preview = ref<Preview>()
async function read(event: Event) {
  const [chosen] = filesIn(event)
  preview.value = file.value = undefined
  if (!chosen) return
  file.value = { name: chosen.name, text: await chosen.text() }
  // The same file can be chosen again after it was changed.
  emptied(event)
  preview.value = await attempt(() =>
    api('POST /api/design-file/preview', { body: { text: present(file.value).text } }),
  )
}
async function take() {
  const { text } = present(file.value)
  const body = { text, version: present(preview.value).version }
  const page = await attempt(() => api('POST /api/design-file', { body }))
  if (!page) return
  emit('replace', page)
  file.value = preview.value = undefined
}
const errors = computed(() => (preview.value?.findings ?? []).filter((one) => one.severity === 'error'))
</script>

<template>
  <div>
    <h1>{{ edition ? `Edition ${edition.number}` : 'Editions and draft' }}</h1>
    <p v-if="edition">“{{ edition.note }}”, published {{ when(edition.published_at) }}.</p>
    <p v-if="error" class="notice bad" role="alert">
      {{ error.problem.detail }}
      <span v-for="field in error.problem.fields" :key="field.field + field.message"
        ><br /><b>{{ field.field }}</b> {{ field.message }}</span
      >
    </p>
    <section v-if="edition ? edition.changes.length : draft?.changes.length">
      <h2>{{ edition ? 'What it changed' : 'What the draft changes' }}</h2>
      <ChangeTable :changes="(edition ?? draft)!.changes" :design="edition ? undefined : draft?.design" />
    </section>
    <p v-else-if="!edition" class="quiet">
      The draft changes nothing yet. Choose an article and change it; nothing takes effect before it is
      published.
    </p>
    <section v-if="draft?.findings.length">
      <h2>What proofreading finds</h2>
      <FindingsList :design="draft.design" :findings="draft.findings" />
    </section>
    <DesignOpenTickets v-if="draft" />
    <section>
      <h2>All editions</h2>
      <table class="ledger-table">
        <thead>
          <tr>
            <th class="n">No.</th>
            <th>Note</th>
            <th>Published</th>
            <th v-if="draft"><span class="sr-only">What can be done with it</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="one in editions" :key="one.number">
            <tr>
              <td class="n">
                <NuxtLink :to="{ path: '/design', query: { edition: String(one.number) } }">{{
                  one.number
                }}</NuxtLink>
              </td>
              <td>{{ one.note }}</td>
              <td class="quiet">
                {{ when(one.published_at) }}<template v-if="one.by">, {{ one.by }}</template>
              </td>
              <td v-if="draft" class="small acts">
                <a
                  :href="linkTo('GET /api/design-file', { query: { edition: String(one.number) } })"
                  download
                  :aria-label="`Edition ${one.number} as a file`"
                  >file</a
                >
                <button
                  v-if="one.number !== editions[0]?.number && session.may('publishDesign')"
                  class="link"
                  type="button"
                  :aria-label="`Go back to edition ${one.number}`"
                  @click="askBack(one.number)"
                >
                  go back to it
                </button>
              </td>
            </tr>
            <tr v-if="asking === one.number">
              <td colspan="4">
                <div class="notice">
                  Edition {{ one.number }} would stand in place of the draft and its
                  {{ counted(draft!.changes.length, 'change') }}. Nothing takes effect before it is published.
                  <button class="act" type="button" @click="takeBack(one.number)">
                    Put edition {{ one.number }} in its place
                  </button>
                  <button class="act plain" type="button" @click="asking = undefined">Keep the draft</button>
                </div>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <form v-if="editions.length > 1" class="ask" @submit.prevent="compare">
        <label
          >What is different from
          <select v-model="from" class="inline-field">
            <option v-for="one in editions" :key="one.number" :value="one.number">
              edition {{ one.number }}
            </option>
          </select></label
        >
        <label
          >to
          <select v-model="to" class="inline-field">
            <option v-for="one in editions" :key="one.number" :value="one.number">
              edition {{ one.number }}
            </option>
          </select></label
        >
        <button class="act plain" type="submit">Compare</button>
      </form>
      <div v-if="compared" role="status">
        <p v-if="!compared.changes.length">
          Nothing is different between {{ compared.from }} and {{ compared.to }}.
        </p>
        <ChangeTable v-else :changes="compared.changes" />
      </div>
    </section>
    <section v-if="draft">
      <h2>As a file</h2>
      <p class="quiet small">
        The whole design is one text file, for version control, for another installation, and for
        <code>./yare proofread</code>.
      </p>
      <p class="ask">
        <a class="act plain" :href="linkTo('GET /api/design-file')" download>Have the draft as a file</a>
        <label class="act plain file"
          >Bring a file …<input class="sr-only" type="file" accept=".json,application/json" @change="read"
        /></label>
      </p>
      <div v-if="preview" class="notice" role="region" aria-label="What the file would change">
        <p>
          <b>{{ file?.name }}</b> would change {{ counted(preview.changes.length, 'thing') }} in the draft;
          proofreading finds {{ counted(errors.length, 'error') }} in it.
        </p>
        <table v-if="errors.length" class="ledger-table">
          <tbody>
            <tr v-for="one in errors" :key="one.place + one.message">
              <td class="num">{{ one.place }}</td>
              <td>{{ one.message }}</td>
            </tr>
          </tbody>
        </table>
        <p v-if="errors.length">
          It cannot be taken like this: nothing that it refers to may be lost on the way. Put these right in
          the file, or add what is missing to the directory, and bring it again.
        </p>
        <ChangeTable v-if="preview.changes.length" :changes="preview.changes" />
        <p>
          <button
            v-if="!errors.length && preview.changes.length"
            class="act main"
            type="button"
            @click="take"
          >
            Take it into the draft
          </button>
          <button class="act plain" type="button" @click="preview = undefined">Leave it</button>
        </p>
      </div>
    </section>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 16px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
}
.acts {
  white-space: nowrap;
}
.acts > * + * {
  margin-left: 12px;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
  margin: 8px 0;
}
a.act {
  text-decoration: none;
}
.file:focus-within {
  outline: 2px solid var(--sea);
  outline-offset: 1px;
}
</style>

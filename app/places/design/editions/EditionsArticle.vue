<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { ChangeInWords } from '~~/core/design'
import type { DraftPage, EditionLine, EditionPage } from '~/composables/useDraft'
import { present } from '~~/core/lookup'
import { ask } from '~/kit/asking'

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

const from = ref<number | null>(null)
const to = ref<number | null>(null)
const compared = ref<{ from: number; to: number; changes: ChangeInWords[] }>()
async function compare() {
  compared.value = await attempt(() =>
    api('GET /api/editions/compare', { query: { from: String(from.value), to: String(to.value) } }),
  )
}
watch(
  () => props.editions,
  (list) => {
    to.value ??= list[0]?.number ?? null
    from.value ??= (list[1] ?? list[0])?.number ?? null
  },
  { immediate: true },
)

/** What stands in the draft would go: it is asked for once, with what it holds. */
async function takeBack(number: number, event: Event) {
  const { changes, version } = present(props.draft)
  const isMeant =
    !changes.length ||
    (await ask({
      at: event.currentTarget as HTMLElement,
      says: `Edition ${number} would stand in place of the draft and its ${counted(changes.length, 'change')}. Nothing takes effect before it is published.`,
      verb: `Put edition ${number} in its place`,
    }))
  if (!isMeant) return
  const page = await attempt(() =>
    api('POST /api/editions/{number}/take-back', { path: { number }, body: { version } }),
  )
  if (page) emit('replace', page)
}
const COLUMNS = [
  { name: 'number', label: 'No.', figures: true },
  { name: 'note', label: 'Note' },
  { name: 'published', label: 'Published' },
  { name: 'acts', label: 'What can be done with it', bare: true },
]
const choices = computed(() =>
  props.editions.map((one) => ({ value: one.number, label: `edition ${one.number}` })),
)
</script>

<template>
  <div>
    <h1>{{ edition ? `Edition ${edition.number}` : 'Editions and draft' }}</h1>
    <p v-if="edition">
      “{{ edition.note }}”, published {{ when(edition.published_at) }}.
      <a :href="linkTo('GET /api/design-file', { query: { edition: String(edition.number) } })" download
        >Edition {{ edition.number }} as a file</a
      >
    </p>
    <KitError :error="error" />
    <OpeningList v-if="draft && session.may('changeDirectory')" />
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
    <OpenTickets v-if="draft" />
    <section>
      <h2>All editions</h2>
      <KitTable
        :rows="editions"
        :columns="draft ? COLUMNS : COLUMNS.slice(0, -1)"
        row-key="number"
        label="All editions"
      >
        <template #cell-number="{ row }">
          <NuxtLink :to="{ path: '/design', query: { edition: String(row.number) } }">{{
            row.number
          }}</NuxtLink>
        </template>
        <template #cell-published="{ row }">
          <span class="quiet"
            >{{ when(row.published_at) }}<template v-if="row.by">, {{ row.by }}</template></span
          >
        </template>
        <template #cell-acts="{ row }">
          <span class="acts">
            <a
              :href="linkTo('GET /api/design-file', { query: { edition: String(row.number) } })"
              download
              :aria-label="`Edition ${row.number} as a file`"
              >file</a
            >
            <KitButton
              v-if="row.number !== editions[0]?.number && session.may('publishDesign')"
              kind="link"
              :aria-label="`Go back to edition ${row.number}`"
              @click="takeBack(row.number, $event)"
              >go back to it …</KitButton
            >
          </span>
        </template>
      </KitTable>
      <form v-if="editions.length > 1" class="ask" aria-label="Compare" @submit.prevent="compare">
        <KitChoice v-model="from" label="What is different from" :options="choices" />
        <KitChoice v-model="to" label="to" :options="choices" />
        <KitButton kind="plain" type="submit">Compare</KitButton>
      </form>
      <div v-if="compared" role="status">
        <p v-if="!compared.changes.length">
          Nothing is different between {{ compared.from }} and {{ compared.to }}.
        </p>
        <ChangeTable v-else :changes="compared.changes" />
      </div>
    </section>
    <DesignFile v-if="draft" :design="draft.design" @replace="emit('replace', $event)" />
  </div>
</template>

<style scoped>
div > :deep(section > h2) {
  margin-top: 16px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
}
.acts {
  display: flex;
  gap: 4px 12px;
  white-space: nowrap;
}
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: flex-end;
  margin: 8px 0;
}
.ask .kit-button {
  margin-bottom: 14px;
}
</style>

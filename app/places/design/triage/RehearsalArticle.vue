<script setup lang="ts">
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage, Names } from '~/composables/useNames'

// The draft's triage over past tickets: how many would be sorted otherwise, in groups; and a trial of one.
const props = defineProps<PageProps & { directory: DirectoryPage; names: Names; version: number }>()
const { corrections } = useCorrections()
const named = (field: string, value: string) =>
  props.names[field]?.find((one) => one.value === value)?.label ?? value
const TABLES: Record<string, 'what' | 'weight' | 'routing'> = {
  'triage/what': 'what',
  'triage/how-bad': 'weight',
  'triage/where-it-goes': 'routing',
}
/** A rule as people know it: the row of a table, or the article. */
function ruleName(article: string): string {
  const [path = '', row] = article.split('#')
  const table = TABLES[path] && props.design.triage[TABLES[path]]
  if (table) {
    const number = table.rows.findIndex((one) => one.id === row) + 1
    return number ? `${table.name}, row ${number}` : table.name
  }
  if (path === 'triage/source-order') return 'Source order'
  if (path.startsWith('catalog/'))
    return `Catalog: ${props.design.items.find((one) => `catalog/${one.id}` === path)?.name ?? path}`
  return path
}
type Rehearsal = AnswerOf<'POST /api/triage/rehearsal'>
const days = ref<number | null>(30)
const deed = useDeed()
const page = ref<Rehearsal>()
const seenAt = ref<number>()
async function run(version: number) {
  page.value = await deed.run(() => api('POST /api/triage/rehearsal', { body: { days: days.value ?? 30 } }))
  seenAt.value = version
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      The tickets of the last days are sorted once by the edition in force and once by the draft; what differs
      is gathered. Who gets them is left out, since that depends on who had how much at the time.
    </p>
    <p v-if="readonly" class="quiet">This is done with a draft; open the draft to try it.</p>
    <form v-else class="ask" @submit.prevent="run(version)">
      <KitNumber v-model="days" label="The last" unit="days" :min="1" :max="400" />
      <KitButton kind="main" type="submit" :busy="deed.busy.value" :disabled="!days">{{
        deed.busy.value ? 'Sorting …' : 'Sort them again'
      }}</KitButton>
    </form>
    <KitError :error="deed.error.value" />
    <div v-if="page" role="status">
      <p v-if="seenAt !== version" class="notice">
        The draft has changed since; sort them again to see it as it is now.
      </p>
      <p>
        <b>{{ page.changed }}</b> of {{ page.tickets }} tickets would be sorted otherwise<template
          v-if="page.left"
          >; {{ page.left }} cannot be sorted again, since their catalog item is not in both</template
        ><template v-if="page.isCutOff">; older ones of these days were left out</template>.
      </p>
      <LedgerTable
        v-if="page.groups.length"
        :heads="[
          { label: 'What' },
          { label: 'From' },
          { label: 'To' },
          { label: 'Tickets', figures: true },
          { label: 'Such as' },
        ]"
      >
        <tr v-for="one in page.groups" :key="`${one.step}${one.from}${one.to}`">
          <td>{{ one.step }}</td>
          <td>{{ one.from }}</td>
          <td>
            <b>{{ one.to }}</b>
          </td>
          <td class="n">{{ one.count }}</td>
          <td>
            <NuxtLink
              v-for="reference in one.references"
              :key="reference"
              class="num ref"
              :to="`/desk/${reference}`"
              >{{ reference }}</NuxtLink
            >
          </td>
        </tr>
      </LedgerTable>
    </div>
    <h2>What people put right</h2>
    <p v-if="!corrections.length" class="quiet">
      In the last 90 days nobody set a value otherwise than triage did. It is counted here when somebody does,
      by the rule that had decided.
    </p>
    <LedgerTable
      v-else
      :heads="[
        { label: 'Rule' },
        { label: 'What' },
        { label: 'From' },
        { label: 'To' },
        { label: 'Times', figures: true },
      ]"
    >
      <tr v-for="one in corrections.slice(0, 60)" :key="JSON.stringify(one)">
        <td>
          <NuxtLink :to="ruleAddress(one.article)">{{ ruleName(one.article) }}</NuxtLink>
        </td>
        <td>{{ one.field }}</td>
        <td>{{ named(one.field, one.value) }}</td>
        <td>
          <b>{{ named(one.field, one.to) }}</b>
        </td>
        <td class="n">{{ one.count }}</td>
      </tr>
    </LedgerTable>
    <TriageTrial v-if="!readonly" :design="design" :directory="directory" :version="version" />
  </div>
</template>

<style scoped>
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: flex-end;
}
.ask .kit-button {
  margin-bottom: 14px;
}
.ref {
  margin-right: 8px;
}
</style>

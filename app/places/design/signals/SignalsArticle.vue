<script setup lang="ts">
import type { SignalKind, SignalRules } from '~~/core/design'
import type { PageProps } from '~/composables/useDraft'
import type { Names } from '~/composables/useNames'
import { cellOf, holesOf, kindsOf, withoutCover, withoutKind, type MapPlace } from './map'

// The signal map: what monitors report, by the cover of whom it concerns. Holes are shown with what fell into them.
const props = defineProps<PageProps & { names: Names }>()
const EMPTY: SignalRules = { kinds: [], covers: [], map: {} }
const rules = computed<SignalRules>(() => props.design.triage.signals ?? EMPTY)
const save = (after: SignalRules) =>
  props.change('triage', 'signals', props.design.triage.signals ?? null, after)

const came = ref<AnswerOf<'GET /api/signals'>>()
onMounted(async () => (came.value = await beside('What signals have come', api('GET /api/signals'))))
const countOf = (kind: string, cover: string) =>
  (came.value?.sums ?? [])
    .filter((one) => one.kind === kind && (one.cover ?? '') === cover)
    .reduce((sum, one) => sum + one.count, 0)

const coverName = (cover: string) =>
  cover ? (props.names.cover?.find((one) => one.value === cover)?.label ?? cover) : 'no agreement'
const coversLeft = computed(() =>
  ['', ...(props.names.cover ?? []).map((one) => one.value)]
    .filter((one) => !rules.value.covers.includes(one))
    // An empty value is nothing that a list could have.
    .map((one) => ({ value: one || '-', label: coverName(one) })),
)
const addCover = (value: string | null) =>
  value && save({ ...rules.value, covers: [...rules.value.covers, value === '-' ? '' : value] })

/** A column is known by its place: a cover may be called anything. */
const slotOf = (at: number) => `cell-cover-${at}` as const
const columns = computed(() => [
  { name: 'kind', label: 'Signal' },
  ...rules.value.covers.map((cover, at) => ({ name: `cover-${at}`, label: coverName(cover) })),
  { name: 'found', label: 'Findings', bare: true },
])
/** The last row is for all of them: by it a column is filled, or taken away. */
const ALL = ''
const rows = computed<{ id: string; kind?: SignalKind }[]>(() => [
  ...rules.value.kinds.map((kind) => ({ id: kind.id, kind })),
  ...(props.readonly || !rules.value.covers.length ? [] : [{ id: ALL }]),
])

const open = ref<MapPlace>()
async function keep(after: SignalRules) {
  open.value = undefined
  await save(after)
}
const opened = ref<string>()
const setKind = (after: SignalKind) =>
  save({ ...rules.value, kinds: rules.value.kinds.map((one) => (one.id === after.id ? after : one)) })

const adding = ref(false)
const lines = ref('')
const fresh = computed(() => kindsOf(lines.value, rules.value.kinds))
async function addKinds() {
  const after = { ...rules.value, kinds: [...rules.value.kinds, ...fresh.value] }
  lines.value = ''
  adding.value = false
  await save(after)
}
/** A type that no row knows gets one, and its cells are asked for at once. */
async function mapIt(type: string) {
  const [kind] = kindsOf(`${type}; ${type}`, rules.value.kinds)
  if (!kind) return
  const covers = rules.value.covers.length ? rules.value.covers : ['']
  if (await save({ ...rules.value, kinds: [...rules.value.kinds, kind], covers }))
    open.value = { kind: kind.id }
}
/** Those that a row of the draft knows by now stand there no more. */
const unknown = computed(() =>
  (came.value?.unknown ?? []).filter((one) => !rules.value.kinds.some(({ type }) => type === one.type)),
)

const { of: decidedBy } = useDecided()
const itemName = (id: string) => props.design.items.find((one) => one.id === id)?.name ?? id
const numeral = (id?: string) => props.design.priorities.find((one) => one.id === id)?.numeral
const queueName = (id?: string) => id && (props.names.queue?.find((one) => one.value === id)?.label ?? id)
const holes = computed(() => holesOf(rules.value))
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      What monitors report, by what the organisation has bought. Repeats of a fault join its open ticket.
      <template v-if="rules.kinds.length && !holes">Every cell is decided.</template>
      <template v-else-if="rules.kinds.length"
        >{{ holes === 1 ? '1 cell is a hole' : `${holes} cells are holes` }}: nobody hears of such
        signals.</template
      >
      {{ ' ' }}<NuxtLink to="/standins/monitor">The monitor stand-in sends real ones.</NuxtLink>
    </p>
    <KitEmpty
      v-if="!rules.kinds.length"
      says="No kind of signal is known yet; whatever is sent is kept and named below."
    />
    <KitTable v-else :rows="rows" :columns="columns" row-key="id" label="Signal map" :open="opened">
      <template #cell-kind="{ row }">
        <template v-if="row.kind">
          <span :id="row.id"
            ><b>{{ row.kind.name }}</b></span
          >
          <span class="quiet small num block">{{ row.kind.type }}</span>
          <DesignDecidedMark
            :rule="`triage/signals#${row.id}`"
            :count="decidedBy(`triage/signals#${row.id}`)"
          />
          <span v-if="!readonly" class="block small acts">
            <KitButton
              kind="link"
              :aria-label="`Fill the row ${row.kind.name}`"
              @click="open = { kind: row.id }"
              >fill</KitButton
            >
            <KitButton
              kind="link"
              :aria-expanded="opened === row.id"
              :aria-label="`${row.kind.name}: more`"
              @click="opened = opened === row.id ? undefined : row.id"
              >{{ opened === row.id ? 'done' : 'more …' }}</KitButton
            >
          </span>
        </template>
        <i v-else class="quiet">Every kind</i>
      </template>
      <template v-for="(cover, at) in rules.covers" :key="cover" #[slotOf(at)]="{ row }">
        <span
          v-if="row.kind"
          class="cell"
          :class="{
            hole: cellOf(rules, row.id, cover) === undefined,
            passed: cellOf(rules, row.id, cover) === null,
          }"
        >
          <KitButton
            kind="quiet"
            :disabled="readonly"
            :aria-label="`${row.kind.name}, ${coverName(cover)}`"
            @click="open = { kind: row.id, cover }"
          >
            <template v-if="cellOf(rules, row.id, cover)">
              {{ itemName(cellOf(rules, row.id, cover)!.item) }}
            </template>
            <template v-else>{{
              cellOf(rules, row.id, cover) === null ? 'passed over' : '▢ a hole'
            }}</template>
          </KitButton>
          <span v-if="cellOf(rules, row.id, cover)" class="block small quiet">
            <b v-if="cellOf(rules, row.id, cover)!.priority" class="num">{{
              numeral(cellOf(rules, row.id, cover)!.priority)
            }}</b>
            {{
              cellOf(rules, row.id, cover)!.queue ? `→ ${queueName(cellOf(rules, row.id, cover)!.queue)}` : ''
            }}
          </span>
          <span v-if="countOf(row.id, cover)" class="block small num"
            >{{ countOf(row.id, cover) }} in 30 days</span
          >
        </span>
        <span v-else class="acts small">
          <KitButton kind="link" :aria-label="`Fill the column ${coverName(cover)}`" @click="open = { cover }"
            >fill</KitButton
          >
          <KitButton
            kind="link"
            :aria-label="`Take the column ${coverName(cover)} away`"
            @click="save(withoutCover(rules, cover))"
            >take away</KitButton
          >
        </span>
      </template>
      <template #cell-found="{ row }">
        <FindingsAt v-if="row.kind" :findings="findings" :place="`triage/signals#${row.id}`" />
      </template>
      <template #opened="{ row }">
        <SignalKindTerms
          v-if="row.kind"
          :kind="row.kind"
          @change="setKind"
          @remove="save(withoutKind(rules, row.id))"
        />
      </template>
    </KitTable>
    <SignalCellForm
      v-if="open"
      :key="`${open.kind} ${open.cover}`"
      :place="open"
      :rules="rules"
      :design="design"
      :names="names"
      :cover-name="coverName"
      @keep="keep"
      @leave="open = undefined"
    />
    <div v-if="!readonly" class="acts line">
      <KitButton :aria-expanded="adding" @click="adding = !adding">Add kinds of signal</KitButton>
      <KitChoice
        v-if="coversLeft.length"
        bare
        label="Add a column"
        placeholder="a column for …"
        :model-value="null"
        :options="coversLeft"
        @update:model-value="addCover"
      />
    </div>
    <form v-if="adding" @submit.prevent="addKinds" @keydown.esc.stop="adding = false">
      <KitLongText
        v-model="lines"
        label="A kind a line"
        help="Name; CloudEvents type; type that says it is over. A star at the end of a type stands for any ending."
        placeholder="Link down; net.link.down; net.link.up"
        :rows="5"
        focuses
      />
      <KitButton type="submit" kind="main" :disabled="!fresh.length"
        >Add {{ counted(fresh.length, 'row') }}</KitButton
      >
    </form>
    <section v-if="unknown.length" aria-labelledby="unknown">
      <h2 id="unknown">Types that no row knows</h2>
      <ul class="unknown">
        <li v-for="one in unknown" :key="one.type">
          <span class="num">{{ one.type }}</span>
          <span class="quiet"> {{ one.count.toLocaleString('en') }} in 30 days </span>
          <KitButton v-if="!readonly" kind="link" :aria-label="`Map ${one.type}`" @click="mapIt(one.type)"
            >map it</KitButton
          >
        </li>
      </ul>
    </section>
    <FindingsAt :findings="findings" place="triage/signals" />
  </div>
</template>

<style scoped>
.block {
  display: block;
}
.cell {
  display: block;
  min-height: 36px;
  padding: 2px 4px;
}
.hole {
  background: repeating-linear-gradient(45deg, transparent 0 6px, var(--brass-2) 6px 12px);
}
.passed {
  color: var(--ink-3);
}
.acts {
  display: flex;
  gap: 4px 12px;
  align-items: center;
}
.line {
  margin: 10px 0;
}
.unknown {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>

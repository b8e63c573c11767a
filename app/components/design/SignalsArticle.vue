<script setup lang="ts">
import { freeId } from '~~/core/naming'
import type { SignalCell, SignalKind, SignalRules } from '~~/core/design'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage, Names } from '~/composables/useNames'
import { present } from '~~/core/lookup'

// The signal map: what monitors report, by the cover of whom it concerns. Holes are shown with what fell into them.
const props = defineProps<PageProps & { directory: DirectoryPage; names: Names }>()
const EMPTY: SignalRules = { kinds: [], covers: [], map: {} }
const rules = computed<SignalRules>(() => props.design.triage.signals ?? EMPTY)
const save = (after: SignalRules) =>
  props.change('triage', 'signals', props.design.triage.signals ?? null, JSON.parse(JSON.stringify(after)))

type Sum = AnswerOf<'GET /api/signals'>['sums'][number]
const sums = ref<Sum[]>([])
const unknown = ref<{ type: string; count: number }[]>([])
onMounted(async () => {
  const page = await beside('What signals have come', api('GET /api/signals'))
  sums.value = page?.sums ?? []
  unknown.value = page?.unknown ?? []
})
const counted = (kind: string, cover: string) =>
  sums.value
    .filter((one) => one.kind === kind && (one.cover ?? '') === cover)
    .reduce((sum, one) => sum + one.count, 0)

const coverName = (cover: string) =>
  cover ? (props.names.cover?.find((one) => one.value === cover)?.label ?? cover) : 'no agreement'
const coversLeft = computed(() =>
  ['', ...(props.names.cover ?? []).map((one) => one.value)].filter(
    (one) => !rules.value.covers.includes(one),
  ),
)
const cellOf = (kind: string, cover: string) => rules.value.map[kind]?.[cover]

// A cell, a whole row or a whole column is written in one step.
type Place = { kind?: string; cover?: string }
const open = ref<Place>()
const isOne = (place: Place) => place.kind !== undefined && place.cover !== undefined
const cellOfPlace = ({ kind, cover }: Place) =>
  kind !== undefined && cover !== undefined ? cellOf(kind, cover) : undefined
const placeName = computed(() => {
  const kind = open.value?.kind
  const name = kind ? rules.value.kinds.find((one) => one.id === kind)?.name : 'Every kind of signal'
  return `${name}, with ${open.value?.cover === undefined ? 'any cover' : coverName(open.value.cover)}`
})
/** @param over whether what is decided already is written over as well */
function keep(cell: SignalCell | null | undefined, over: boolean) {
  const { kind, cover } = present(open.value)
  const kinds = kind ? [kind] : rules.value.kinds.map((one) => one.id)
  const covers = cover === undefined ? rules.value.covers : [cover]
  const map = JSON.parse(JSON.stringify(rules.value.map)) as SignalRules['map']
  for (const one of kinds)
    for (const other of covers) {
      // A row or a column is filled where it has holes; what is decided stays unless that is said.
      if (!isOne(present(open.value)) && !over && map[one]?.[other] !== undefined) continue
      const { [other]: _, ...rest } = map[one] ?? {}
      map[one] = cell === undefined ? rest : { ...rest, [other]: cell }
    }
  open.value = undefined
  void save({ ...rules.value, map })
}

// Rows and columns
const adding = ref(false)
const lines = ref('')
const drafted = computed(() =>
  lines.value
    .split('\n')
    .map((line) => line.split(/[;\t]/).map((one) => one.trim()))
    .filter(([name]) => name)
    .map(([name, type, clears]) => ({
      name: name!,
      type: type || `${freeId(name!, () => false)}.raised`,
      clears,
    })),
)
function addKinds() {
  const ids = new Set(rules.value.kinds.map((one) => one.id))
  const kinds = drafted.value.map(({ name, type, clears }): SignalKind => {
    const id = freeId(name, (one) => ids.has(one), 'signal')
    ids.add(id)
    return { id, name, type, ...(clears && { clears }) }
  })
  lines.value = ''
  adding.value = false
  void save({ ...rules.value, kinds: [...rules.value.kinds, ...kinds] })
}
function addCover(event: Event) {
  const value = typedIn(event)
  if (event.target instanceof HTMLSelectElement) event.target.value = '?'
  if (value !== '?') void save({ ...rules.value, covers: [...rules.value.covers, value] })
}
function removeCover(cover: string) {
  const map = Object.fromEntries(
    Object.entries(rules.value.map).map(([kind, { [cover]: _, ...rest }]) => [kind, rest]),
  )
  void save({ ...rules.value, covers: rules.value.covers.filter((one) => one !== cover), map })
}
const setKind = (id: string, after: SignalKind) =>
  save({ ...rules.value, kinds: rules.value.kinds.map((one) => (one.id === id ? after : one)) })
function removeKind(id: string) {
  const { [id]: _, ...map } = rules.value.map
  void save({ ...rules.value, kinds: rules.value.kinds.filter((one) => one.id !== id), map })
}
const { of: decidedBy } = useDecided()
const opened = ref<string>()
const itemName = (id: string) => props.design.items.find((one) => one.id === id)?.name ?? id
const numeral = (id?: string) => props.design.priorities.find((one) => one.id === id)?.numeral
const holes = computed(() =>
  rules.value.kinds.reduce(
    (sum, kind) => sum + rules.value.covers.filter((cover) => cellOf(kind.id, cover) === undefined).length,
    0,
  ),
)
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
    <p v-if="!rules.kinds.length" class="quiet">
      No kind of signal is known yet; whatever is sent is kept and named below.
    </p>
    <div v-else class="scroll-x" tabindex="0" role="group" aria-label="Signal map">
      <table class="map">
        <thead>
          <tr>
            <th>Signal</th>
            <th v-for="cover in rules.covers" :key="cover">
              {{ coverName(cover) }}
              <span v-if="!readonly">
                <button class="link" type="button" @click="open = { cover }">fill</button>
                <button
                  class="link"
                  type="button"
                  :aria-label="`Take the column ${coverName(cover)} away`"
                  @click="removeCover(cover)"
                >
                  ×
                </button>
              </span>
            </th>
            <th><span class="sr-only">Findings</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="kind in rules.kinds" :key="kind.id">
            <tr :id="kind.id">
              <th scope="row">
                <b>{{ kind.name }}</b>
                <span v-if="!readonly">
                  <button
                    class="link"
                    type="button"
                    :aria-label="`Fill the row ${kind.name}`"
                    @click="open = { kind: kind.id }"
                  >
                    fill
                  </button>
                  <button
                    class="link"
                    type="button"
                    :aria-expanded="opened === kind.id"
                    :aria-label="`${kind.name}: more`"
                    @click="opened = opened === kind.id ? undefined : kind.id"
                  >
                    …
                  </button>
                </span>
                <span class="quiet small num block">{{ kind.type }}</span>
                <DesignDecidedMark
                  :rule="`triage/signals#${kind.id}`"
                  :count="decidedBy(`triage/signals#${kind.id}`)"
                />
              </th>
              <td
                v-for="cover in rules.covers"
                :key="cover"
                :class="{
                  hole: cellOf(kind.id, cover) === undefined,
                  passed: cellOf(kind.id, cover) === null,
                }"
              >
                <button
                  class="cell"
                  type="button"
                  :disabled="readonly"
                  :aria-label="`${kind.name}, ${coverName(cover)}`"
                  @click="open = { kind: kind.id, cover }"
                >
                  <template v-if="cellOf(kind.id, cover)">
                    {{ itemName(cellOf(kind.id, cover)!.item) }}
                    <span class="block small quiet"
                      ><b v-if="cellOf(kind.id, cover)!.priority" class="num">{{
                        numeral(cellOf(kind.id, cover)!.priority)
                      }}</b>
                      {{
                        cellOf(kind.id, cover)!.queue
                          ? `→ ${names.queue?.find((q) => q.value === cellOf(kind.id, cover)!.queue)?.label}`
                          : ''
                      }}</span
                    >
                  </template>
                  <template v-else>{{
                    cellOf(kind.id, cover) === null ? 'passed over' : '▢ a hole'
                  }}</template>
                  <span v-if="counted(kind.id, cover)" class="block small num"
                    >{{ counted(kind.id, cover) }} in 30 days</span
                  >
                </button>
              </td>
              <td class="findings">
                <FindingsAt :findings="findings" :place="`triage/signals#${kind.id}`" />
              </td>
            </tr>
            <tr v-if="opened === kind.id">
              <td :colspan="rules.covers.length + 2" class="more">
                <DesignSignalKindTerms :kind="kind" @change="setKind(kind.id, $event)" />
                <button class="link" type="button" @click="removeKind(kind.id)">Take this row away</button>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>

    <DesignSignalCellPanel
      v-if="open"
      :key="`${open.kind} ${open.cover}`"
      :place="placeName"
      :cell="cellOfPlace(open)"
      :is-one="isOne(open)"
      :design="design"
      :names="names"
      @keep="keep"
      @leave="open = undefined"
    />

    <p v-if="!readonly" class="line">
      <button class="act" type="button" :aria-expanded="adding" @click="adding = !adding">
        Add kinds of signal
      </button>
      <select v-if="coversLeft.length" aria-label="Add a column" @change="addCover">
        <option value="?">a column for …</option>
        <option v-for="one in coversLeft" :key="one" :value="one">{{ coverName(one) }}</option>
      </select>
    </p>
    <form v-if="adding" class="panel" @submit.prevent="addKinds">
      <label for="kinds"
        >A kind a line: name; CloudEvents type; type that says it is over. A star at the end of a type stands
        for any ending.</label
      >
      <textarea
        id="kinds"
        v-model="lines"
        rows="5"
        spellcheck="false"
        placeholder="Link down; net.link.down; net.link.up"
      />
      <button class="act main" type="submit" :disabled="!drafted.length">
        Add {{ drafted.length === 1 ? '1 row' : `${drafted.length} rows` }}
      </button>
    </form>
    <template v-if="unknown.length">
      <h2>Types that no row knows</h2>
      <ul class="unknown">
        <li v-for="one in unknown" :key="one.type">
          <span class="num">{{ one.type }}</span> <span class="quiet">{{ one.count }} in 30 days</span>
          <button
            v-if="!readonly"
            class="link"
            type="button"
            @click="((lines = `${one.type}; ${one.type}`), (adding = true))"
          >
            add a row
          </button>
        </li>
      </ul>
    </template>
    <FindingsAt :findings="findings" place="triage/signals" />
  </div>
</template>

<style scoped>
.map {
  border-collapse: collapse;
}
.map th {
  text-align: left;
  font-weight: 500;
  padding: 4px 10px 4px 0;
  vertical-align: top;
}
.map th .link {
  display: inline-block;
  min-width: 24px;
  text-align: center;
  padding: 2px 5px;
  min-height: 24px;
}
.map td {
  border: 1px solid var(--rule);
  padding: 0;
  min-width: 150px;
  vertical-align: top;
}
.map td.findings,
.map td.more {
  border: 0;
  padding: 4px 8px;
}
.hole {
  background: repeating-linear-gradient(45deg, transparent 0 6px, var(--brass-2) 6px 12px);
}
.passed {
  color: var(--ink-3);
}
.cell {
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  text-align: left;
  width: 100%;
  min-height: 44px;
  padding: 5px 8px;
  cursor: pointer;
}
.cell:not(:disabled):hover {
  background: var(--sea-2);
}
.block {
  display: block;
}
.panel,
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
textarea {
  width: 100%;
  font: 0.95rem var(--mono);
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 6px 8px;
}
.unknown {
  list-style: none;
  margin: 0;
  padding: 0;
}
select {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
}
tr:target th {
  background: var(--sea-2);
}
</style>

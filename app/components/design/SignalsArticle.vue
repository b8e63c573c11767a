<script setup lang="ts">
import { freeId } from '~~/core/naming'
import type { SignalCell, SignalKind, SignalRules } from '~~/core/design'
import type { ArticleProps } from '~/composables/useDraft'
import type { DirectoryPage, Names } from '~/composables/useNames'

// The signal map: what monitors report, by the cover of whom it concerns. Holes are shown with what fell into them.
const props = defineProps<ArticleProps & { directory: DirectoryPage; names: Names }>()
const EMPTY: SignalRules = { kinds: [], covers: [], map: {} }
const rules = computed<SignalRules>(() => props.design.triage.signals ?? EMPTY)
const save = (after: SignalRules) =>
  props.change('triage', 'signals', props.design.triage.signals ?? null, JSON.parse(JSON.stringify(after)))

interface Sum {
  kind: string
  cover: string | null
  outcome: string
  count: number
}
const sums = ref<Sum[]>([])
const unknown = ref<{ type: string; count: number }[]>([])
onMounted(async () => {
  const page = await api<{ sums: Sum[]; unknown: { type: string; count: number }[] }>('/api/signals').catch(
    () => undefined,
  )
  sums.value = page?.sums ?? []
  unknown.value = page?.unknown ?? []
})
const counted = (kind: string, cover: string) =>
  sums.value
    .filter((one) => one.kind === kind && (one.cover ?? '') === cover)
    .reduce((sum, one) => sum + one.count, 0)

const coverName = (cover: string) => cover || 'no agreement'
const coversLeft = computed(() =>
  ['', ...(props.names.cover ?? []).map((one) => one.value)].filter(
    (one) => !rules.value.covers.includes(one),
  ),
)
const cellOf = (kind: string, cover: string) => rules.value.map[kind]?.[cover]

// A cell, a whole row or a whole column is written in one step.
type Place = { kind?: string; cover?: string }
const open = ref<Place>()
const form = reactive({
  do: 'ticket' as 'ticket' | 'pass' | 'hole',
  item: '',
  priority: '',
  queue: '',
  /** Writes over what is decided already. */
  over: false,
})
const isSame = (a: Place | undefined, b: Place) => a?.kind === b.kind && a?.cover === b.cover
function begin(place: Place) {
  const cell = place.kind && place.cover !== undefined ? cellOf(place.kind, place.cover) : undefined
  Object.assign(form, {
    do: cell === null ? 'pass' : 'ticket',
    item: cell?.item ?? form.item ?? '',
    priority: cell?.priority ?? '',
    queue: cell?.queue ?? '',
    over: false,
  })
  open.value = place
}
const fresh = (): SignalCell | null | undefined =>
  form.do === 'hole'
    ? undefined
    : form.do === 'pass'
      ? null
      : {
          item: form.item,
          ...(form.priority && { priority: form.priority }),
          ...(form.queue && { queue: form.queue }),
        }
function keep() {
  const { kind, cover } = open.value!
  const kinds = kind ? [kind] : rules.value.kinds.map((one) => one.id)
  const covers = cover === undefined ? rules.value.covers : [cover]
  const map = JSON.parse(JSON.stringify(rules.value.map)) as SignalRules['map']
  const isOne = kind !== undefined && cover !== undefined
  for (const one of kinds)
    for (const other of covers) {
      // A row or a column is filled where it has holes; what is decided stays unless that is said.
      if (!isOne && !form.over && map[one]?.[other] !== undefined) continue
      const cell = fresh()
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
  const input = event.target as HTMLSelectElement
  const { value } = input
  input.value = '?'
  if (value !== '?') void save({ ...rules.value, covers: [...rules.value.covers, value] })
}
function removeCover(cover: string) {
  const map = Object.fromEntries(
    Object.entries(rules.value.map).map(([kind, { [cover]: _, ...rest }]) => [kind, rest]),
  )
  void save({ ...rules.value, covers: rules.value.covers.filter((one) => one !== cover), map })
}
const setKind = (id: string, more: Partial<SignalKind>) =>
  save({
    ...rules.value,
    kinds: rules.value.kinds.map((one) => {
      if (one.id !== id) return one
      const { clears, calmMinutes, tryFix, ...rest } = { ...one, ...more }
      return {
        ...rest,
        ...(clears && { clears }),
        ...(calmMinutes !== undefined && { calmMinutes }),
        ...(tryFix && { tryFix }),
      }
    }),
  })
function removeKind(id: string) {
  const { [id]: _, ...map } = rules.value.map
  void save({ ...rules.value, kinds: rules.value.kinds.filter((one) => one.id !== id), map })
}
const opened = ref<string>()
const text = (event: Event) => (event.target as HTMLInputElement).value.trim()
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
    <h1>3.9 Signals</h1>
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
                <button class="link" type="button" @click="begin({ cover })">fill</button>
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
                    @click="begin({ kind: kind.id })"
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
                  @click="begin({ kind: kind.id, cover })"
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
                <DesignMargin :findings="findings" :place="`triage/signals#${kind.id}`" />
              </td>
            </tr>
            <tr v-if="opened === kind.id">
              <td :colspan="rules.covers.length + 2" class="more">
                <label
                  >Name <input :value="kind.name" @change="setKind(kind.id, { name: text($event) })"
                /></label>
                <label
                  >Type
                  <input class="num" :value="kind.type" @change="setKind(kind.id, { type: text($event) })"
                /></label>
                <label
                  >Type that says it is over
                  <input
                    class="num"
                    :value="kind.clears ?? ''"
                    @change="setKind(kind.id, { clears: text($event) })"
                /></label>
                <label
                  >closed after
                  <input
                    class="num short"
                    type="number"
                    min="0"
                    :value="kind.calmMinutes ?? ''"
                    placeholder="never"
                    @change="
                      setKind(kind.id, {
                        calmMinutes: text($event) === '' ? undefined : Number(text($event)),
                      })
                    "
                  />
                  calm minutes</label
                >
                <label
                  ><input
                    type="checkbox"
                    :checked="kind.tryFix"
                    @change="setKind(kind.id, { tryFix: ($event.target as HTMLInputElement).checked })"
                  />
                  let the monitor try to fix it first</label
                >
                <button class="link" type="button" @click="removeKind(kind.id)">Take this row away</button>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>

    <form v-if="open" class="panel" @submit.prevent="keep" @keydown.esc="open = undefined">
      <b>
        {{ open.kind ? rules.kinds.find((one) => one.id === open!.kind)?.name : 'Every kind of signal' }},
        with {{ open.cover === undefined ? 'any cover' : coverName(open.cover) }}:
      </b>
      <label><input v-model="form.do" type="radio" value="ticket" /> becomes a ticket</label>
      <label><input v-model="form.do" type="radio" value="pass" /> is passed over</label>
      <label><input v-model="form.do" type="radio" value="hole" /> is not decided</label>
      <label v-if="!open.kind || open.cover === undefined"
        ><input v-model="form.over" type="checkbox" /> also where something is decided already</label
      >
      <span v-if="form.do === 'ticket'" class="what">
        <label
          >of the item
          <select v-model="form.item" required>
            <option value="" disabled>choose …</option>
            <option v-for="one in design.items" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
        <label
          >with priority
          <select v-model="form.priority">
            <option value="">as the sources say</option>
            <option v-for="one in names.priority" :key="one.value" :value="one.value">{{ one.label }}</option>
          </select></label
        >
        <label
          >in the queue
          <select v-model="form.queue">
            <option value="">as the routing says</option>
            <option v-for="one in names.queue" :key="one.value" :value="one.value">{{ one.label }}</option>
          </select></label
        >
      </span>
      <span class="acts">
        <button class="act main" type="submit" :disabled="form.do === 'ticket' && !form.item">
          {{
            isSame(open, { kind: open.kind, cover: open.cover }) && open.kind && open.cover !== undefined
              ? 'Keep'
              : 'Write into all of them'
          }}
        </button>
        <button class="act plain" type="button" @click="open = undefined">Leave it</button>
      </span>
    </form>

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
    <DesignMargin :findings="findings" place="triage/signals" />
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
.more label {
  margin-right: 14px;
  white-space: nowrap;
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
.what,
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
.acts {
  display: flex;
  gap: 8px;
  flex-basis: 100%;
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
select,
input:not([type='radio'], [type='checkbox']) {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
}
input.short {
  width: 80px;
}
tr:target th {
  background: var(--sea-2);
}
</style>

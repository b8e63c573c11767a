<script setup lang="ts">
import { familyOf, CLOSE_FROM, termsInWords, type ServiceLevel, type Target } from '~~/core/clock'
import { inWords } from '~~/core/condition'
import { CompiledDesign, Directory } from '~~/core/design'
import { freeId, idOf } from '~~/core/naming'
import { formatDuration, parseDuration, HOUR, MINUTE } from '~~/core/time'
import { namesOf, type DirectoryPage } from '~/composables/useNames'
import type { PageProps } from '~/composables/useDraft'
import { oneAt } from '~~/core/lookup'

const props = defineProps<PageProps & { directory: DirectoryPage }>()
const names = computed(() => namesOf(props.design, props.directory))
const words = computed(() => {
  const { organisations, sites, teams } = props.directory
  const known = { people: [], agreements: [], organisations, sites, teams }
  return new CompiledDesign(props.design, 0).vocabulary(new Directory(known))
})
const priorities = computed(() => props.design.priorities.filter((one) => one.active))

const show = (text?: string) => {
  if (!text) return ''
  try {
    const ms = parseDuration(text)
    return `${Math.floor(ms / HOUR)}:${String(Math.round((ms % HOUR) / MINUTE)).padStart(2, '0')}`
  } catch {
    return text
  }
}
const wrong = ref<string>()

const put = (level: ServiceLevel, change: Partial<ServiceLevel>) =>
  props.change('serviceLevels', level.id, level, { ...level, ...change })
const putTarget = (level: ServiceLevel, index: number, change: Partial<Target>) =>
  put(level, { targets: level.targets.map((one, at) => (at === index ? { ...one, ...change } : one)) })

function set(level: ServiceLevel, target: number, priority: string, text: string) {
  const match = /^(\d{1,4}):([0-5]\d)$/.exec(text.trim())
  if (text.trim() !== '' && !match) return (wrong.value = `${level.id}-${target}-${priority}`)
  wrong.value = undefined
  const { [priority]: _, ...rest } = oneAt(level.targets, target).granted
  const granted = match
    ? { ...rest, [priority]: formatDuration(Number(match[1]) * HOUR + Number(match[2]) * MINUTE) }
    : rest
  void putTarget(level, target, { granted })
}

const ids = computed(() => props.design.serviceLevels.map((one) => one.id))
function move(index: number, by: number) {
  void props.change('serviceLevels', '#order', ids.value, stepped(ids.value, index, by))
}
const isTaken = (id: string) => ids.value.includes(id)

/** Puts levels in right after another, so that their order is the one that was meant. */
function insertAfter(index: number, levels: ServiceLevel[]) {
  const fresh = levels.map((one) => one.id)
  const order = [...ids.value.slice(0, index + 1), ...fresh, ...ids.value.slice(index + 1)]
  void props.changeAll([
    ...levels.map((after) => ({ list: 'serviceLevels', id: after.id, before: null, after })),
    { list: 'serviceLevels', id: '#order', before: [...ids.value, ...fresh], after: order },
  ])
}
function copy(index: number) {
  const level = oneAt(props.design.serviceLevels, index)
  insertAfter(index, [{ ...level, id: freeId(`${level.id}-copy`, isTaken), name: `${level.name}, copy` }])
}
function family(index: number) {
  const before = index - 1
  insertAfter(before, familyOf(oneAt(props.design.serviceLevels, index), priorities.value, isTaken))
}
function add() {
  const [pattern] = props.design.serviceLevels
  const targets = (pattern?.targets ?? []).map((one) => ({ ...one, granted: {} }))
  const level: ServiceLevel = { id: freeId('level', isTaken), name: 'New level', when: { any: [] }, targets }
  insertAfter(-1, [level])
}
const removing = ref<string>()
async function remove(level: ServiceLevel) {
  removing.value = undefined
  await props.change('serviceLevels', level.id, level, null)
}

function putTerms(level: ServiceLevel, index: number, target: Target) {
  void put(level, { targets: level.targets.map((one, at) => (at === index ? target : one)) })
}
const open = ref<string>()
const { of: decidedBy } = useDecided()
function setReopen(level: ServiceLevel, value: string) {
  const { onReopen: _, ...rest } = level
  void props.change('serviceLevels', level.id, level, value === 'anew' ? { ...rest, onReopen: 'anew' } : rest)
}
function removeTarget(level: ServiceLevel, index: number) {
  void put(level, { targets: level.targets.filter((_, at) => at !== index) })
}
const naming = ref<string>()
const targetName = ref('')
async function addTarget(level: ServiceLevel) {
  const label = targetName.value.trim()
  const base = idOf(label)
  if (!base) return
  // The same name in two levels is the same target: the first level that holds promises it.
  if (level.targets.some((one) => one.target === base)) return (wrong.value = `${level.id}-name`)
  wrong.value = undefined
  const target: Target = {
    target: base,
    label,
    granted: {},
    calendar: 'site',
    pauseIn: ['waiting'],
    stopOn: 'done',
  }
  if (await put(level, { targets: [...level.targets, target] })) naming.value = undefined
  targetName.value = ''
}
const uses = (level: ServiceLevel) =>
  props.design.ladders
    .filter((ladder) => level.targets.some((one) => one.target === ladder.target))
    .map((ladder) => ladder.name)

const closeLast = computed(() => Math.round((1 - (props.design.desk.closeFrom ?? CLOSE_FROM)) * 100))
function setClose(text: string) {
  const last = Number(text)
  if (!(last >= 1 && last <= 99)) return (wrong.value = 'close')
  wrong.value = undefined
  void props.change('desk', 'desk', props.design.desk, {
    ...props.design.desk,
    closeFrom: (100 - last) / 100,
  })
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      Read from the top: for each target the first level whose condition holds makes the promise. Times in
      hours and minutes, such as 2:00; an empty one promises nothing.
    </p>
    <p>
      <label for="close-last">A promise is <b>close</b> in the last&nbsp;</label>
      <input
        id="close-last"
        :value="closeLast"
        size="3"
        inputmode="numeric"
        :disabled="readonly"
        :aria-invalid="wrong === 'close'"
        @change="setClose(typedIn($event))"
      />
      % of its time<span v-if="wrong === 'close'" class="error-text" role="alert">
        write a number from 1 to 99</span
      >.
    </p>
    <p v-if="!readonly"><button class="act" type="button" @click="add">Add a level on top</button></p>
    <DesignMargin :findings="findings" place="service-levels" />
    <section v-for="(level, index) in design.serviceLevels" :id="level.id" :key="level.id">
      <h2>
        5.{{ index + 1 }}
        <input
          v-if="!readonly"
          class="name"
          :value="level.name"
          :aria-label="`Name of level ${index + 1}`"
          @change="put(level, { name: typedIn($event) })"
        />
        <template v-else>{{ level.name }}</template>
      </h2>
      <p v-if="readonly">
        Applies when <b>{{ inWords(level.when, words) }}</b>.
      </p>
      <template v-else>
        <p class="small quiet">Applies when {{ inWords(level.when, words) }}.</p>
        <DesignConditionField
          :condition="level.when"
          :design="design"
          :names="names"
          :readonly="readonly"
          :label="`Condition of ${level.name}`"
          @change="(when) => put(level, { when })"
        />
      </template>
      <DesignDecidedMark
        did="applied to"
        :rule="`service-levels/${level.id}`"
        :count="decidedBy(`service-levels/${level.id}`)"
      />
      <DesignMargin :findings="findings" :place="`service-levels/${level.id}`" />
      <div class="scroll-x">
        <table class="ledger-table levels">
          <thead>
            <tr>
              <th>Target</th>
              <th v-for="one in priorities" :key="one.id" class="n">{{ one.numeral }}</th>
              <th>Terms</th>
              <th v-if="!readonly"><span class="sr-only">Take out</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(target, at) in level.targets" :key="target.target">
              <td>{{ target.label }}</td>
              <td v-for="one in priorities" :key="one.id" class="n">
                <template v-if="readonly">{{ show(target.granted[one.id]) || '–' }}</template>
                <template v-else>
                  <input
                    :value="show(target.granted[one.id])"
                    :aria-label="`${level.name}, ${target.label}, priority ${one.numeral}`"
                    :aria-invalid="wrong === `${level.id}-${at}-${one.id}`"
                    size="5"
                    @change="set(level, at, one.id, typedIn($event))"
                  />
                  <span v-if="wrong === `${level.id}-${at}-${one.id}`" class="error-text" role="alert"
                    >write 2:00</span
                  >
                </template>
              </td>
              <td class="terms">
                <span class="sentence">{{ termsInWords(target, design.calendars, words).join('; ') }}</span>
                <button
                  v-if="!readonly"
                  class="link small"
                  type="button"
                  :aria-expanded="open === `${level.id}/${target.target}`"
                  :aria-label="`${level.name}, ${target.label}: change its terms`"
                  @click="
                    open =
                      open === `${level.id}/${target.target}` ? undefined : `${level.id}/${target.target}`
                  "
                >
                  {{ open === `${level.id}/${target.target}` ? 'done' : 'change' }}
                </button>
                <DesignTargetTerms
                  v-if="!readonly && open === `${level.id}/${target.target}`"
                  :target="target"
                  :design="design"
                  :names="names"
                  :label="`${level.name}, ${target.label}`"
                  @change="(changed: Target) => putTerms(level, at, changed)"
                />
              </td>
              <td v-if="!readonly" class="small">
                <button
                  class="link"
                  type="button"
                  :aria-label="`${level.name}: take out ${target.label}`"
                  @click="removeTarget(level, at)"
                >
                  take out
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="small reopen">
        <label v-if="!readonly"
          >Reopened tickets
          <select
            class="inline-field"
            :value="level.onReopen ?? 'goOn'"
            :aria-label="`${level.name}: reopened tickets`"
            @change="setReopen(level, typedIn($event))"
          >
            <option value="goOn">go on where they stopped</option>
            <option value="anew">begin their targets anew</option>
          </select></label
        >
        <template v-else>
          Reopened tickets
          {{ level.onReopen === 'anew' ? 'begin their targets anew' : 'go on where they stopped' }}.
        </template>
      </p>
      <p class="small acts">
        <span class="quiet">Ladders along its targets: {{ uses(level).join(', ') || 'none' }}.</span>
        <template v-if="!readonly">
          <button class="link" type="button" :disabled="index === 0" @click="move(index, -1)">earlier</button>
          <button
            class="link"
            type="button"
            :disabled="index === design.serviceLevels.length - 1"
            @click="move(index, 1)"
          >
            later
          </button>
          <form v-if="naming === level.id" class="naming" @submit.prevent="addTarget(level)">
            <label :for="`target-${level.id}`">New target</label>
            <input :id="`target-${level.id}`" v-model="targetName" class="words" placeholder="First visit" />
            <button class="link" type="submit">add</button>
            <button class="link" type="button" @click="naming = undefined">leave it</button>
            <span v-if="wrong === `${level.id}-name`" class="error-text" role="alert"
              >there is one of this name</span
            >
          </form>
          <button v-else class="link" type="button" @click="naming = level.id">add a target …</button>
          <button class="link" type="button" @click="copy(index)">copy</button>
          <button class="link" type="button" @click="family(index)">copy into one for each priority</button>
          <button v-if="removing !== level.id" class="link" type="button" @click="removing = level.id">
            remove …
          </button>
          <template v-else>
            Remove “{{ level.name }}” from the draft?
            <button class="link" type="button" @click="remove(level)">Remove it</button>
            <button class="link" type="button" @click="removing = undefined">Keep it</button>
          </template>
        </template>
      </p>
    </section>
    <DesignLevelTrial v-if="!readonly" :design="design" :words="words" />
  </div>
</template>

<style scoped>
h2 {
  margin-top: 18px;
}
.levels {
  max-width: 1160px;
}
.levels td:last-child {
  white-space: nowrap;
}
.terms {
  min-width: 300px;
}
.terms .sentence {
  margin-right: 8px;
}
.levels td:first-child {
  white-space: nowrap;
}
input {
  font: 500 1rem var(--mono);
  text-align: right;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 6px;
}
input.words {
  text-align: left;
  font: inherit;
}
.naming {
  display: inline-flex;
  gap: 8px;
  align-items: center;
}
input.name {
  font: 600 1.1rem var(--serif);
  text-align: left;
  width: min(420px, 80%);
  border-color: transparent;
  background: transparent;
}
input.name:hover,
input.name:focus {
  border-color: var(--field-rule);
  background: var(--field);
}
input[aria-invalid='true'] {
  border-color: var(--red);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
section:target {
  background: var(--sea-2);
}
</style>

<script setup lang="ts">
import {
  addStatus,
  addTransition,
  moveByItself,
  removeStatus,
  turnedAwayStatus,
  type GateAsk,
  type Status,
  type StatusGroup,
  type TicketKind,
  type Transition,
} from '~~/core/lifecycle'
import { articleOf, ledByOthers, usesOfKind } from '~~/core/design'
import { freeId } from '~~/core/naming'
import { deskName } from '~/composables/designWords'
import type { EachProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'
import { present } from '~~/core/lookup'

// One ticket kind: its lifecycle as a picture and as tables. What several catalog items share is changed for all of
// them, so that is asked once before the first change.
const props = defineProps<EachProps & { directory: DirectoryPage }>()
const LifecycleDiagram = defineAsyncComponent(() => import('./LifecycleDiagram.vue'))
const GROUPS: Record<StatusGroup, string> = {
  new: 'new',
  active: 'active',
  waiting: 'waiting',
  done: 'done',
}

const kind = computed(() => props.design.kinds.find((one) => one.id === props.id))
const number = computed(() => props.design.kinds.findIndex((one) => one.id === props.id) + 1)
const items = computed(() => props.design.items.filter((one) => one.kind === props.id))

const uses = computed(() => usesOfKind(props.design, props.id))
/** The items that lead to it, by the desk that they are asked of. */
const byDesk = computed(() => {
  const groups = new Map<string, typeof items.value>()
  for (const item of items.value) {
    const desk = item.desk === undefined ? '' : deskName(props.directory.desks, item.desk)
    groups.set(desk, [...(groups.get(desk) ?? []), item])
  }
  return [...groups].map(([desk, list]) => ({ desk, list }))
})
/** Desks that share the kind with others, and could have one of their own. */
const sharing = computed(() =>
  kind.value?.desk === undefined && byDesk.value.length > 1
    ? props.directory.desks.filter((desk) => items.value.some((item) => item.desk === desk.id))
    : [],
)
/** A kind like this one that is a desk's own; the items of that desk lead to it from then on. */
async function makeOwn(desk: { id: string; name: string }) {
  const before = present(kind.value)
  const id = freeId(`${before.id}-${desk.id}`, (one) => props.design.kinds.some((other) => other.id === one))
  const own = { ...before, id, name: `${before.name}, ${desk.name}`, desk: desk.id }
  const led = items.value.filter((item) => item.desk === desk.id)
  const isDone = await props.changeAll([
    { list: 'kinds', id, before: null, after: own },
    ...led.map((item) => ({ list: 'items', id: item.id, before: item, after: { ...item, kind: id } })),
  ])
  if (isDone) await navigateTo(`/design/kinds/${id}`)
}
function setDesk(desk: string) {
  const { desk: _, ...rest } = present(kind.value)
  void save(desk ? { ...rest, desk } : rest)
}

// Asked once in a sitting; whoever has said yes is not asked at each field.
const agreed = useState<string[]>('shared-kinds', () => [])
const session = useSession()
const others = computed(() =>
  session.may('everyDesk')
    ? undefined
    : ledByOthers(props.directory.desks, [kind.value?.desk], present(session.me).id),
)
const mustAgree = computed(() => items.value.length > 1 && !agreed.value.includes(props.id))
const isLocked = computed(() => props.readonly || others.value !== undefined || mustAgree.value)
const agree = () => (agreed.value = [...agreed.value, props.id])

const save = (after: TicketKind) => props.change('kinds', props.id, kind.value, after)
const put = (change: Partial<TicketKind>) => save({ ...present(kind.value), ...change })
const putStatus = (id: string, change: Partial<Status>) =>
  put({ statuses: present(kind.value).statuses.map((one) => (one.id === id ? { ...one, ...change } : one)) })
function setTell(status: Status, template: string) {
  const { tell: _, ...rest } = status
  const after = template ? { ...rest, tell: template } : rest
  void put({ statuses: present(kind.value).statuses.map((one) => (one.id === status.id ? after : one)) })
}
function moveStatus(at: number, by: number) {
  void put({ statuses: stepped(present(kind.value).statuses, at, by) })
}
const gateOf = ref<string>()
const openField = ref<string>()
const fieldOf = (name: string) => props.design.fields.find((one) => one.name === name)
const ownFields = computed(() => present(kind.value).fields.flatMap((one) => fieldOf(one.field) ?? []))
const gateInWords = (gate: GateAsk[]) =>
  gate
    .map(
      (one) => (one.label ?? fieldOf(one.field)?.label ?? one.field) + (one.required ? '' : ' (if you like)'),
    )
    .join(' · ') || 'nothing'
/** A gate asks for a field that the kind did not have: it has it from then on. */
async function askFor(status: Status, field: { name: string } | { label: string }) {
  const before = present(kind.value)
  const name = 'name' in field ? field.name : freeId(field.label, (id) => fieldOf(id) !== undefined, 'field')
  const gate = [...status.gate, { field: name, required: false }]
  const after = {
    ...before,
    statuses: before.statuses.map((one) => (one.id === status.id ? { ...one, gate } : one)),
    fields: [...before.fields, { field: name }],
  }
  const made = 'label' in field ? { name, label: field.label, type: 'text' as const } : undefined
  const isDone = await props.changeAll([
    ...(made ? [{ list: 'fields', id: name, before: null, after: made }] : []),
    { list: 'kinds', id: before.id, before, after },
  ])
  // What it holds is said where the fields are.
  if (isDone && made) openField.value = name
}

const fresh = reactive({ status: '', group: 'active' as StatusGroup, from: '', to: '', label: '' })
function addOne() {
  if (!fresh.status.trim()) return
  void save(addStatus(present(kind.value), fresh.status.trim(), fresh.group))
  fresh.status = ''
}
const removing = ref<string>()
/** What goes with a status that is taken out. */
const goesWith = (id: string) =>
  present(kind.value).transitions.filter((one) => one.from === id || one.to === id).length
function remove(id: string) {
  removing.value = undefined
  void save(removeStatus(present(kind.value), id))
}

const nameOf = (id: string) => present(kind.value).statuses.find((one) => one.id === id)?.name ?? id
function addWay(from: string, to: string, label = '') {
  if (isLocked.value || !from || !to) return
  void save(addTransition(present(kind.value), from, to, label.trim() || `To “${nameOf(to)}”`))
}
function addNamedWay() {
  addWay(fresh.from, fresh.to, fresh.label)
  fresh.label = ''
}
const sameWay = (a: Transition, b: Transition) => a.from === b.from && a.to === b.to
const putWay = (way: Transition, label: string) =>
  put({
    transitions: present(kind.value).transitions.map((one) => (sameWay(one, way) ? { ...one, label } : one)),
  })
const removeWay = (way: Transition) =>
  put({ transitions: present(kind.value).transitions.filter((one) => !sameWay(one, way)) })
const EVENTS = { onReply: 'when a reply goes out', onAnswer: 'when the requester answers' } as const

async function removeKind() {
  if (await props.change('kinds', props.id, kind.value, null)) await navigateTo('/design/kinds')
}
</script>

<template>
  <div v-if="!kind">
    <h1>There is no such ticket kind</h1>
    <p><NuxtLink to="/design/kinds">All ticket kinds</NuxtLink></p>
  </div>
  <div v-else>
    <p class="small">
      <NuxtLink :to="{ path: '/design/kinds', query: $route.query }">{{ heading }}</NuxtLink>
    </p>
    <h1>
      <span class="num">{{ under }}.{{ number }}</span>
      <input
        class="inline-field title"
        :value="kind.name"
        :disabled="isLocked"
        aria-label="Name of the kind"
        @change="put({ name: typedIn($event).trim() })"
      />
    </h1>
    <FindingsAt :findings="findings" :place="`kinds/${kind.id}`" />
    <p v-if="items.length === 0" class="quiet">
      No catalog item leads to it.
      <button v-if="!readonly" class="link" type="button" @click="removeKind">Remove it</button>
    </p>
    <details v-else class="uses" :open="isLocked && !readonly">
      <summary>
        {{ items.length }} catalog {{ items.length === 1 ? 'item leads' : 'items lead' }} to it<template
          v-if="uses.length"
          >, and {{ uses.length }} {{ uses.length === 1 ? 'thing goes' : 'things go' }} by it</template
        >
      </summary>
      <p v-for="group in byDesk" :key="group.desk">
        <b v-if="group.desk">{{ group.desk }}: </b>
        <template v-for="(item, at) in group.list" :key="item.id"
          ><template v-if="at"> · </template
          ><NuxtLink :to="`/design/catalog/${item.id}`">{{ item.name }}</NuxtLink></template
        >
      </p>
      <p v-if="uses.length">
        <b>Goes by it: </b>
        <template v-for="(one, at) in uses" :key="one.place"
          ><template v-if="at"> · </template
          ><NuxtLink :to="{ ...ruleAddress(articleOf(design, one.place)), query: $route.query }">{{
            one.words
          }}</NuxtLink></template
        >
      </p>
    </details>
    <p v-if="others && !readonly" class="notice" role="status">
      This kind is the own of {{ others.name }}: those who lead it change it. Make a kind like it to go
      another way.
    </p>
    <div v-else-if="isLocked && !readonly" class="notice" role="status">
      {{ items.length }} catalog items share this kind: what is changed here changes for all of them.
      <p class="line">
        <button class="act" type="button" @click="agree">Change it for all {{ items.length }}</button>
        <button v-for="desk in sharing" :key="desk.id" class="act plain" type="button" @click="makeOwn(desk)">
          Make one of its own for {{ desk.name }}
        </button>
        <span v-if="!sharing.length" class="quiet"
          >For some of them only, <NuxtLink to="/design/kinds">make a new kind like it</NuxtLink> and lead
          them there.</span
        >
      </p>
    </div>
    <p v-if="directory.desks.length" class="line">
      <label
        >Whose it is
        <select
          class="inline-field"
          :value="kind.desk ?? ''"
          :disabled="isLocked"
          @change="setDesk(typedIn($event))"
        >
          <option value="">shared by all desks</option>
          <option v-for="one in directory.desks" :key="one.id" :value="one.id">{{ one.name }}’s own</option>
        </select></label
      >
    </p>

    <ClientOnly>
      <LifecycleDiagram :kind="kind" :readonly="isLocked" @connect="addWay" />
    </ClientOnly>
    <p v-if="!isLocked" class="quiet small">
      Draw from the right edge of a status to another to add a way; dashed ways go by themselves.
    </p>

    <h2>Statuses</h2>
    <div class="scroll-x" tabindex="0" role="region" aria-label="Statuses">
      <table class="ledger-table">
        <thead>
          <tr>
            <th>Status</th>
            <th>Group</th>
            <th>The requester reads</th>
            <th>The requester is told</th>
            <th>The gate asks for</th>
            <th v-if="!isLocked"><span class="sr-only">Order</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="(status, at) in kind.statuses" :key="status.id">
            <tr :id="status.id">
              <td>
                <input
                  class="inline-field"
                  :value="status.name"
                  :disabled="isLocked"
                  :aria-label="`Status ${at + 1}: name`"
                  @change="putStatus(status.id, { name: typedIn($event).trim() })"
                />
                <FindingsAt :findings="findings" :place="`kinds/${kind.id}#${status.id}`" />
              </td>
              <td>
                <select
                  class="inline-field"
                  :value="status.group"
                  :disabled="isLocked"
                  :aria-label="`${status.name}: group`"
                  @change="putStatus(status.id, { group: typedIn($event) as StatusGroup })"
                >
                  <option v-for="(words, group) in GROUPS" :key="group" :value="group">{{ words }}</option>
                </select>
              </td>
              <td>
                <input
                  class="inline-field wide"
                  :value="status.plainly"
                  :disabled="isLocked"
                  :aria-label="`${status.name}: what the requester reads`"
                  @change="putStatus(status.id, { plainly: typedIn($event).trim() })"
                />
              </td>
              <td>
                <select
                  class="inline-field short"
                  :value="status.tell ?? ''"
                  :disabled="isLocked"
                  :aria-label="`${status.name}: message to the requester`"
                  @change="setTell(status, typedIn($event))"
                >
                  <option value="">nothing</option>
                  <option v-for="one in design.templates" :key="one.id" :value="one.id">
                    {{ one.name }}
                  </option>
                </select>
              </td>
              <td>
                <span v-if="isLocked">{{ gateInWords(status.gate) }}</span>
                <button
                  v-else
                  class="link gate-button"
                  type="button"
                  :aria-expanded="gateOf === status.id"
                  :aria-label="`Gate of ${status.name}: ${gateInWords(status.gate)}`"
                  @click="gateOf = gateOf === status.id ? undefined : status.id"
                >
                  {{ gateInWords(status.gate) }} …
                </button>
              </td>
              <td v-if="!isLocked" class="order">
                <button
                  class="link"
                  type="button"
                  :disabled="at === 0"
                  :aria-label="`${status.name}: earlier`"
                  @click="moveStatus(at, -1)"
                >
                  ↑
                </button>
                <button
                  class="link"
                  type="button"
                  :disabled="at === kind.statuses.length - 1"
                  :aria-label="`${status.name}: later`"
                  @click="moveStatus(at, 1)"
                >
                  ↓
                </button>
                <button
                  class="link"
                  type="button"
                  :aria-label="`Take out ${status.name}`"
                  :disabled="kind.statuses.length === 1"
                  @click="removing = status.id"
                >
                  take out
                </button>
              </td>
            </tr>
            <tr v-if="removing === status.id">
              <td colspan="6">
                Take out “{{ status.name }}” with the {{ goesWith(status.id) }} ways to and from it? Tickets
                that are in it keep their edition.
                <button class="link" type="button" @click="remove(status.id)">Take it out</button> ·
                <button class="link" type="button" @click="removing = undefined">Keep it</button>
              </td>
            </tr>
            <tr v-if="gateOf === status.id && !isLocked">
              <td colspan="6">
                <DesignGateFields
                  :status="status"
                  :library="design.fields"
                  :own="ownFields"
                  @add="(field) => askFor(status, field)"
                  @change="(gate) => putStatus(status.id, { gate })"
                />
              </td>
            </tr>
          </template>
        </tbody>
      </table>
    </div>
    <form v-if="!isLocked" class="line" @submit.prevent="addOne">
      <label>A new status, called <input v-model="fresh.status" class="inline-field" /></label>
      <label
        >of the group
        <select v-model="fresh.group" class="inline-field">
          <option v-for="(words, group) in GROUPS" :key="group" :value="group">{{ words }}</option>
        </select></label
      >
      <button class="act" type="submit">Add it</button>
    </form>
    <p class="line">
      <label
        >New tickets begin as
        <select
          class="inline-field"
          :value="kind.first"
          :disabled="isLocked"
          @change="put({ first: typedIn($event) })"
        >
          <option v-for="one in kind.statuses" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label
        >What is turned away or merged ends as
        <select
          class="inline-field"
          :value="turnedAwayStatus(kind).id"
          :disabled="isLocked"
          @change="put({ turnedAway: typedIn($event) })"
        >
          <option
            v-for="one in kind.statuses.filter((status) => status.group === 'done')"
            :key="one.id"
            :value="one.id"
          >
            {{ one.name }}
          </option>
        </select></label
      >
    </p>

    <h2 id="fields">Fields</h2>
    <DesignKindFields
      v-model:open="openField"
      :kind="kind"
      :design="design"
      :findings="findings"
      :readonly="isLocked"
      :teams="directory.teams"
      :roles="directory.roles"
      :change="change"
      :change-all="changeAll"
    />

    <h2>Ways from one to another</h2>
    <table class="ledger-table ways">
      <thead>
        <tr>
          <th>From</th>
          <th>To</th>
          <th>Words of the button</th>
          <th><span class="sr-only">Take out</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="way in kind.transitions" :key="`${way.from} ${way.to}`">
          <td>{{ nameOf(way.from) }}</td>
          <td>{{ nameOf(way.to) }}</td>
          <td>
            <input
              class="inline-field"
              :value="way.label"
              :disabled="isLocked"
              :aria-label="`From ${nameOf(way.from)} to ${nameOf(way.to)}: button`"
              @change="putWay(way, typedIn($event).trim())"
            />
          </td>
          <td>
            <button
              v-if="!isLocked"
              class="link"
              type="button"
              :aria-label="`Take out the way from ${nameOf(way.from)} to ${nameOf(way.to)}`"
              @click="removeWay(way)"
            >
              take out
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <form v-if="!isLocked" class="line" @submit.prevent="addNamedWay">
      <label v-for="end in ['from', 'to'] as const" :key="end"
        >{{ end === 'from' ? 'From' : 'to' }}
        <select v-model="fresh[end]" class="inline-field">
          <option v-for="one in kind.statuses" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select></label
      >
      <label
        >by a button <input v-model="fresh.label" class="inline-field" placeholder="Take in hand"
      /></label>
      <button class="act" type="submit">Add the way</button>
    </form>

    <h2>By itself</h2>
    <table class="ledger-table ways">
      <thead>
        <tr>
          <th>While it is</th>
          <th v-for="(words, event) in EVENTS" :key="event">{{ words }}, it becomes</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="status in kind.statuses" :key="status.id">
          <td>{{ status.name }}</td>
          <td v-for="(words, event) in EVENTS" :key="event">
            <select
              class="inline-field"
              :value="kind.automatic[event][status.id] ?? ''"
              :disabled="isLocked"
              :aria-label="`${status.name}, ${words}`"
              @change="save(moveByItself(kind, event, status.id, typedIn($event) || undefined))"
            >
              <option value="">stays as it is</option>
              <option
                v-for="one in kind.statuses.filter((other) => other.id !== status.id)"
                :key="one.id"
                :value="one.id"
              >
                {{ one.name }}
              </option>
            </select>
          </td>
        </tr>
      </tbody>
    </table>

    <h2>When nothing happens</h2>
    <DesignIdleTimers
      :kind="kind"
      :design="design"
      :findings="findings"
      :readonly="isLocked"
      @change="(idle) => put({ idle })"
    />
  </div>
</template>

<style scoped>
h2 {
  margin-top: 18px;
  border-bottom: 3px double var(--rule-2);
}
.uses {
  margin: 4px 0;
}
.uses p {
  margin: 4px 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  margin: 8px 0;
}
.wide {
  width: 210px;
}
.short {
  max-width: 150px;
}
.ways {
  max-width: 860px;
}
.order {
  white-space: nowrap;
}
.order .link {
  padding: 2px 5px;
  min-width: 26px;
  min-height: 26px;
}
.gate-button {
  text-align: left;
  min-height: 26px;
}
tr:target td {
  background: var(--sea-2);
}
</style>

<script setup lang="ts">
import { moveByItself, turnedAwayStatus, type TicketKind, type Transition } from '~~/core/lifecycle'

// The ways of a kind: where tickets begin and end, from which status to which they go, and what goes by itself.
const props = defineProps<{ kind: TicketKind; readonly: boolean }>()
const emit = defineEmits<{ save: [kind: TicketKind]; add: [from: string, to: string, label: string] }>()

const statuses = computed(() => named(props.kind.statuses))
const ends = computed(() => named(props.kind.statuses.filter((one) => one.group === 'done')))
const nameOf = (id: string) => props.kind.statuses.find((one) => one.id === id)?.name ?? id
const put = (change: Partial<TicketKind>) => emit('save', { ...props.kind, ...change })
const rows = computed(() => props.kind.transitions.map((one) => ({ ...one, key: `${one.from} ${one.to}` })))
const same = (a: Transition, b: Transition) => a.from === b.from && a.to === b.to
function rename(way: Transition, label: string) {
  if (!label.trim()) throw new Error('Write what the button says.')
  const transitions = props.kind.transitions.map((one) =>
    same(one, way) ? { ...one, label: label.trim() } : one,
  )
  put({ transitions })
}
const without = (way: Transition) =>
  put({ transitions: props.kind.transitions.filter((one) => !same(one, way)) })

const WAYS = [
  { name: 'from', label: 'From' },
  { name: 'to', label: 'To' },
  { name: 'label', label: 'Words of the button' },
  { name: 'out', label: 'Take out', bare: true },
]
const EVENTS = { onReply: 'when a reply goes out', onAnswer: 'when the requester answers' } as const
const BY_ITSELF = [
  { name: 'status', label: 'While it is' },
  { name: 'onReply', label: `${EVENTS.onReply}, it becomes` },
  { name: 'onAnswer', label: `${EVENTS.onAnswer}, it becomes` },
]
const becomes = (from: string, event: keyof typeof EVENTS) => {
  const to = props.kind.automatic[event][from]
  return to ? nameOf(to) : 'stays as it is'
}

const fresh = reactive<{ from: string | null; to: string | null; label: string }>({
  ...{ from: null, to: null, label: '' },
})
function add() {
  const { from, to, label } = fresh
  if (!from || !to) return
  emit('add', from, to, label)
  Object.assign(fresh, { from: null, to: null, label: '' })
}
</script>

<template>
  <div>
    <div class="line">
      <KitChoice
        label="New tickets begin as"
        :model-value="kind.first"
        :options="statuses"
        :disabled="readonly"
        @update:model-value="$event && put({ first: $event })"
      />
      <KitChoice
        label="What is turned away or merged ends as"
        :model-value="turnedAwayStatus(kind).id"
        :options="ends"
        :disabled="readonly"
        @update:model-value="$event && put({ turnedAway: $event })"
      />
    </div>

    <section aria-labelledby="ways">
      <h2 id="ways">Ways from one to another</h2>
      <KitTable
        v-if="rows.length"
        class="ways"
        :rows="rows"
        :columns="readonly ? WAYS.slice(0, -1) : WAYS"
        row-key="key"
        label="Ways from one to another"
      >
        <template #cell-from="{ row }">{{ nameOf(row.from) }}</template>
        <template #cell-to="{ row }">{{ nameOf(row.to) }}</template>
        <template #cell-label="{ row }">
          <template v-if="readonly">{{ row.label }}</template>
          <KitText
            v-else
            bare
            in-place="line"
            :label="`From ${nameOf(row.from)} to ${nameOf(row.to)}: button`"
            :model-value="row.label"
            :commit="(label: string) => rename(row, label)"
          />
        </template>
        <template #cell-out="{ row }">
          <KitButton
            kind="link"
            :aria-label="`Take out the way from ${nameOf(row.from)} to ${nameOf(row.to)}`"
            @click="without(row)"
            >take out</KitButton
          >
        </template>
      </KitTable>
      <KitEmpty v-else says="No way leads from any status to another: tickets stay where they begin." />
      <form v-if="!readonly" class="line" aria-label="A new way" @submit.prevent="add">
        <KitChoice v-model="fresh.from" label="From" placeholder="a status" :options="statuses" />
        <KitChoice
          v-model="fresh.to"
          label="To"
          placeholder="another"
          :options="statuses.filter((one) => one.value !== fresh.from)"
        />
        <KitText v-model="fresh.label" label="By a button" placeholder="Take in hand" />
        <KitButton type="submit" :disabled="!fresh.from || !fresh.to">Add the way</KitButton>
      </form>
    </section>

    <section aria-labelledby="by-itself">
      <h2 id="by-itself">By itself</h2>
      <KitTable class="ways" :rows="kind.statuses" :columns="BY_ITSELF" row-key="id" label="By itself">
        <template #cell-status="{ row }">{{ row.name }}</template>
        <template v-for="(words, event) in EVENTS" :key="event" #[`cell-${event}`]="{ row }">
          <template v-if="readonly">{{ becomes(row.id, event) }}</template>
          <KitChoice
            v-else
            bare
            clears
            :label="`${row.name}, ${words}`"
            placeholder="stays as it is"
            :model-value="kind.automatic[event][row.id] ?? null"
            :options="statuses.filter((one) => one.value !== row.id)"
            @update:model-value="emit('save', moveByItself(kind, event, row.id, $event ?? undefined))"
          />
        </template>
      </KitTable>
    </section>
  </div>
</template>

<style scoped>
.ways {
  max-width: 860px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: flex-end;
  margin: 8px 0;
}
.line > .kit-button {
  margin-bottom: 14px;
}
</style>

<script setup lang="ts">
import type { Design, Finding } from '~~/core/design'
import type { GateAsk, Status, StatusGroup, TicketKind } from '~~/core/lifecycle'
import { GROUPS } from './kinds'

// The statuses of a kind: to which group each belongs, what its requester reads and is told, and what its gate asks for.
const props = defineProps<{ kind: TicketKind; design: Design; findings: Finding[]; readonly: boolean }>()
const emit = defineEmits<{
  put: [id: string, change: Partial<Status>]
  move: [at: number, by: number]
  add: [name: string, group: StatusGroup, between: { from?: string; to?: string }]
  remove: [id: string, at: HTMLElement]
  ask: [status: Status, field: { name: string } | { label: string }]
}>()

const COLUMNS = [
  { name: 'name', label: 'Status', width: '18%' },
  { name: 'group', label: 'Group', width: '9%' },
  { name: 'plainly', label: 'The requester reads', width: '24%' },
  { name: 'tell', label: 'The requester is told', width: '15%' },
  { name: 'gate', label: 'The gate asks for', width: '18%' },
  { name: 'order', label: 'Order', bare: true, width: '14%' },
]
const columns = computed(() => (props.readonly ? COLUMNS.slice(0, -1) : COLUMNS))
const groups = named(GROUPS.map((id) => ({ id, name: id })))
const templates = computed(() => named(props.design.templates))
const gateOf = ref<string>()
const fieldOf = (name: string) => props.design.fields.find((one) => one.name === name)
const ownFields = computed(() => props.kind.fields.flatMap((one) => fieldOf(one.field) ?? []))
const gateInWords = (gate: readonly GateAsk[]) =>
  gate
    .map(
      (one) => (one.label ?? fieldOf(one.field)?.label ?? one.field) + (one.required ? '' : ' (if you like)'),
    )
    .join(' · ') || 'nothing'
const placeOf = (id: string) => props.kind.statuses.findIndex((one) => one.id === id)
function rename(status: Status, name: string) {
  if (!name.trim()) throw new Error('Write what it is called.')
  emit('put', status.id, { name: name.trim() })
}

/** A new status lies between two others: without a way to it no ticket ever comes there. */
const fresh = reactive({
  name: '',
  group: 'active' as StatusGroup,
  from: props.kind.statuses.find((one) => one.group === 'active')?.id ?? null,
  to: props.kind.statuses.find((one) => one.group === 'done')?.id ?? null,
})
const statuses = computed(() => named(props.kind.statuses))
const among = (id: string | null) => statuses.value.find((one) => one.value === id)?.value
function add() {
  if (!fresh.name.trim()) return
  emit('add', fresh.name.trim(), fresh.group, { from: among(fresh.from), to: among(fresh.to) })
  fresh.name = ''
}
</script>

<template>
  <section aria-labelledby="statuses">
    <h2 id="statuses">Statuses</h2>
    <KitTable
      class="statuses"
      :rows="kind.statuses"
      :columns="columns"
      row-key="id"
      label="Statuses"
      :open="gateOf"
    >
      <template #cell-name="{ row }">
        <span :id="row.id" class="name">
          <template v-if="readonly">{{ row.name }}</template>
          <KitText
            v-else
            bare
            in-place="line"
            :label="`Status ${placeOf(row.id) + 1}: name`"
            :model-value="row.name"
            :commit="(name: string) => rename(row, name)"
          />
        </span>
        <FindingsAt :findings="findings" :place="`kinds/${kind.id}#${row.id}`" />
      </template>
      <template #cell-group="{ row }">
        <template v-if="readonly">{{ row.group }}</template>
        <KitChoice
          v-else
          bare
          :label="`${row.name}: group`"
          :model-value="row.group"
          :options="groups"
          @update:model-value="$event && emit('put', row.id, { group: $event as StatusGroup })"
        />
      </template>
      <template #cell-plainly="{ row }">
        <template v-if="readonly">{{ row.plainly }}</template>
        <KitText
          v-else
          bare
          in-place="line"
          :label="`${row.name}: what the requester reads`"
          :model-value="row.plainly"
          :commit="(words: string) => emit('put', row.id, { plainly: words.trim() })"
        />
      </template>
      <template #cell-tell="{ row }">
        <template v-if="readonly">{{
          templates.find((one) => one.value === row.tell)?.label ?? 'nothing'
        }}</template>
        <KitChoice
          v-else
          bare
          clears
          :label="`${row.name}: message to the requester`"
          placeholder="nothing"
          :model-value="row.tell ?? null"
          :options="templates"
          @update:model-value="emit('put', row.id, { tell: $event ?? undefined })"
        />
      </template>
      <template #cell-gate="{ row }">
        <template v-if="readonly">{{ gateInWords(row.gate) }}</template>
        <KitButton
          v-else
          kind="link"
          class="gate"
          :aria-expanded="gateOf === row.id"
          :aria-label="`Gate of ${row.name}: ${gateInWords(row.gate)}`"
          @click="gateOf = gateOf === row.id ? undefined : row.id"
          >{{ gateInWords(row.gate) }} …</KitButton
        >
      </template>
      <template #cell-order="{ row }">
        <span class="doing">
          <OrderButtons
            :name="row.name"
            :first="placeOf(row.id) === 0"
            :last="placeOf(row.id) === kind.statuses.length - 1"
            @by="emit('move', placeOf(row.id), $event)"
          />
          <KitButton
            kind="link"
            :aria-label="`Take out ${row.name}`"
            :disabled="kind.statuses.length === 1"
            @click="emit('remove', row.id, $event.currentTarget as HTMLElement)"
            >take out …</KitButton
          >
        </span>
      </template>
      <template #opened="{ row }">
        <GateFields
          :status="row"
          :library="design.fields"
          :own="ownFields"
          @add="(field) => emit('ask', row, field)"
          @change="(gate) => emit('put', row.id, { gate })"
        />
      </template>
    </KitTable>
    <form v-if="!readonly" class="line" @submit.prevent="add">
      <KitText v-model="fresh.name" label="A new status, called" />
      <KitChoice
        label="Of the group"
        :model-value="fresh.group"
        :options="groups"
        @update:model-value="$event && (fresh.group = $event as StatusGroup)"
      />
      <KitChoice
        label="Reached from"
        placeholder="nowhere yet"
        clears
        :model-value="among(fresh.from) ?? null"
        :options="statuses"
        @update:model-value="fresh.from = $event"
      />
      <KitChoice
        label="Leads on to"
        placeholder="nowhere yet"
        clears
        :model-value="among(fresh.to) ?? null"
        :options="statuses"
        @update:model-value="fresh.to = $event"
      />
      <KitButton type="submit" :disabled="!fresh.name.trim()">Add it</KitButton>
    </form>
  </section>
</template>

<style scoped>
.name {
  display: block;
  min-width: 130px;
}
.gate {
  text-align: left;
}
.statuses :deep(td > .kit-field),
.name :deep(.kit-field) {
  display: block;
  width: 100%;
}
.statuses :deep(td :is(input, .p-select)) {
  width: 100%;
}
.doing {
  display: flex;
  gap: 4px 12px;
  white-space: nowrap;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: flex-end;
  margin: 8px 0;
}
.line .kit-button {
  margin-bottom: 14px;
}
</style>

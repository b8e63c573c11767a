<script setup lang="ts">
import { fieldFact, type FieldValue } from '~~/core/fields'
import { useMany, type ManyField, type ManyLine } from './useMany'
import { useViewWords } from './useViewWords'

// Many tickets are changed at once: what that would do first, then how far it is, then what came of it, and the way back.
const props = defineProps<{ references: number[] }>()
const emit = defineEmits<{ done: []; clear: [] }>()
const session = useSession()
const words = useViewWords()
const many = useMany()
const { progress, looked, report, takenBack } = many

const PLAIN = {
  technician: 'technician',
  priority: 'priority',
  queue: 'queue',
  team: 'team',
  category: 'category',
}
const kept = computed(() => words.data.value?.design.fields ?? [])
/** What whoever looks may set. */
const offered = computed(() => [
  ...Object.entries(PLAIN)
    .filter(([id]) => session.may(id === 'technician' ? 'assignTickets' : 'sortTickets'))
    .map(([value, label]) => ({ value, label })),
  ...kept.value.map((one) => ({ value: fieldFact(one.name) as string, label: one.label, note: 'field' })),
])
const field = ref<string | null>(session.may('assignTickets') ? 'technician' : 'priority')
const value = ref<string | null>(null)
/** What a field of ticket kinds is set to. */
const keptValue = ref<FieldValue | null>(null)
const ofKind = computed(() => kept.value.find((one) => fieldFact(one.name) === field.value))
watch(field, () => (value.value = keptValue.value = null))
watch([field, value, keptValue, () => props.references.length], () => (looked.value = undefined))
const wanted = computed(() => (ofKind.value ? keptValue.value : value.value))
const canGo = computed(
  () => ofKind.value !== undefined || field.value === 'technician' || value.value !== null,
)
const choices = computed(() => words.data.value?.names[field.value ?? ''] ?? [])

const look = () => many.look(props.references, wanted.value, field.value as ManyField)
async function change() {
  await many.change(props.references, wanted.value, field.value as ManyField)
  emit('done')
}
async function undo() {
  await many.undo()
  emit('done')
}
const changing = (lines: readonly ManyLine[]) => lines.filter((one) => one.changes).length
const sentOf = (lines: readonly ManyLine[]) => lines.reduce((sum, one) => sum + (one.sent ?? 0), 0)
const messages = (count: number) => (count === 1 ? 'one message' : `${count} messages`)
const left = (lines: readonly ManyLine[]) => lines.filter((one) => !one.changes)
const SHOWN = 8
</script>

<template>
  <section class="many" aria-label="The chosen tickets">
    <KitError :error="words.error.value ?? undefined" tries-again @again="words.refetch()" />
    <div class="line">
      <b>{{ references.length }} chosen</b>
      <KitChoice v-model="field" label="set the" :options="offered" />
      <span v-if="ofKind" class="kept">
        <label for="many-value">to</label>
        <FieldInput
          v-model="keptValue"
          :field="{ ...ofKind, required: false }"
          input-id="many-value"
          :zone="session.me?.zone ?? 'UTC'"
        />
        <span v-if="keptValue === null" class="quiet small">nothing: it is emptied</span>
      </span>
      <KitChoice
        v-else
        v-model="value"
        label="Value for all of them"
        :options="choices"
        clears
        :placeholder="field === 'technician' ? 'nobody' : 'choose …'"
      />
      <KitButton :disabled="!canGo || Boolean(progress)" @click="look">What would that do?</KitButton>
      <KitButton kind="plain" @click="emit('clear')">Choose none</KitButton>
    </div>
    <p v-if="progress" role="status" class="small">
      {{ progress.done }} of {{ progress.of }} …
      <KitButton kind="link" @click="many.called.value = true">Call it off</KitButton>
    </p>
    <div v-if="looked && !progress" class="small">
      <p>
        {{ changing(looked) === 1 ? 'One ticket changes' : `${changing(looked)} tickets change`
        }}<template v-if="left(looked).length">; {{ left(looked).length }} stay as they are:</template>
        <template v-if="sentOf(looked)"> {{ messages(sentOf(looked)) }} will go out.</template>
      </p>
      <ul v-if="left(looked).length">
        <li v-for="one in left(looked).slice(0, SHOWN)" :key="one.reference">
          <span class="num">{{ one.reference }}</span> {{ one.why }}
        </li>
        <li v-if="left(looked).length > SHOWN">and {{ left(looked).length - SHOWN }} more</li>
      </ul>
      <KitButton kind="main" :disabled="!changing(looked)" @click="change">
        Change {{ changing(looked) === 1 ? 'it' : 'them' }}
      </KitButton>
    </div>
    <p v-if="report && !progress" class="notice good" role="status">
      {{
        changing(report.lines) === 1
          ? 'One ticket was changed'
          : `${changing(report.lines)} tickets were changed`
      }}<template v-if="left(report.lines).length">, {{ left(report.lines).length }} not</template
      ><template v-if="report.called">; it was called off before the others</template>.
      <template v-if="sentOf(report.lines)">
        {{ messages(sentOf(report.lines)) }} went out, which nothing takes back.</template
      >
      <KitButton v-if="changing(report.lines)" kind="link" @click="undo">Take it back</KitButton>
    </p>
    <p v-if="takenBack !== undefined && !progress" class="notice good" role="status">
      Taken back:
      {{
        changing(takenBack) === 1
          ? 'one ticket is as it was'
          : `${changing(takenBack)} tickets are as they were`
      }}.<template v-if="sentOf(takenBack)">
        {{ messages(sentOf(takenBack)) }} went out about that as well.</template
      >
    </p>
    <KitError :error="many.error.value" />
  </section>
</template>

<style scoped>
.many {
  margin: 0 18px 8px;
  border: 1px solid var(--rule-2);
  border-left: 3px solid var(--sea);
  background: var(--page-2);
  padding: 8px 12px;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  align-items: end;
}
.line :deep(.kit-field) {
  margin-bottom: 0;
}
.kept {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
ul {
  margin: 4px 0 8px;
  padding-left: 18px;
}
p {
  margin: 6px 0;
}
</style>

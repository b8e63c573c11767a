<script setup lang="ts">
import { fieldFact, type FieldValue, type TicketField } from '~~/core/fields'
import type { FieldColumn } from '~~/core/work'
import { present } from '~~/core/lookup'

// Many tickets are changed at once: what that would do first, then how far it is, then what came of it, and the way back.
const session = useSession()
const props = defineProps<{ references: number[] }>()
const emit = defineEmits<{ done: []; clear: [] }>()

type Field = 'technician' | 'priority' | 'queue' | 'team' | 'category' | FieldColumn
type Line = AnswerOf<'POST /api/tickets/many'>['lines'][number]
const FIELDS = {
  technician: 'technician',
  priority: 'priority',
  queue: 'queue',
  team: 'team',
  category: 'category',
}
/** What whoever looks may set. */
const offered = computed(() =>
  Object.fromEntries(
    Object.entries(FIELDS).filter(([id]) =>
      session.may(id === 'technician' ? 'assignTickets' : 'sortTickets'),
    ),
  ),
)
const AT_ONCE = 25
const field = ref<Field>(session.may('assignTickets') ? 'technician' : 'priority')
const value = ref<string>('')
/** Fields of ticket kinds, and what one of them is set to. */
const kept = shallowRef<TicketField[]>([])
const keptValue = ref<FieldValue | null>(null)
const ofKind = computed(() => kept.value.find((one) => fieldFact(one.name) === field.value))
function setField(to: string) {
  field.value = to as Field
  value.value = ''
  keptValue.value = null
}
const choices = shallowRef<Record<string, { value: string; label: string }[]>>({})
const looked = shallowRef<Line[]>()
const report = shallowRef<{ lines: Line[]; field: Field; called: boolean }>()
const progress = ref<{ done: number; of: number }>()
const called = ref(false)
const problem = ref('')
const takenBack = ref<Line[]>()

onMounted(async () => {
  const found = await beside('What can be chosen', api('GET /api/views/words'))
  kept.value = found?.design.fields ?? []
  choices.value = found?.names ?? {}
})
watch([field, value, keptValue, () => props.references.length], () => (looked.value = undefined))
const wanted = computed<FieldValue | null>(() =>
  ofKind.value ? keptValue.value : value.value === '' ? null : value.value,
)
const canGo = computed(() => ofKind.value || field.value === 'technician' || value.value !== '')

function begin() {
  called.value = false
  problem.value = ''
  takenBack.value = undefined
}
async function send(
  references: number[],
  to: FieldValue | null,
  what: Field,
  trial: boolean,
): Promise<Line[]> {
  const lines: Line[] = []
  progress.value = { done: 0, of: references.length }
  try {
    for (let from = 0; from < references.length && !called.value; from += AT_ONCE) {
      const body = { references: references.slice(from, from + AT_ONCE), field: what, value: to, trial }
      lines.push(...(await api('POST /api/tickets/many', { body })).lines)
      progress.value = { done: lines.length, of: references.length }
    }
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  } finally {
    progress.value = undefined
  }
  return lines
}
async function look() {
  begin()
  looked.value = await send(props.references, wanted.value, field.value, true)
}
async function change() {
  begin()
  const lines = await send(props.references, wanted.value, field.value, false)
  report.value = { lines, field: field.value, called: called.value }
  looked.value = undefined
  emit('done')
}
/** Each value as it was; those that had the same go together. */
async function undo() {
  const { lines, field: what } = present(report.value)
  begin()
  const byValue = new Map<string, { before: FieldValue | null; references: number[] }>()
  for (const { before, reference } of lines.filter((each) => each.changes)) {
    const key = JSON.stringify(before)
    byValue.set(key, { before, references: [...(byValue.get(key)?.references ?? []), reference] })
  }
  const back: Line[] = []
  for (const { before, references } of byValue.values())
    back.push(...(await send(references, before, what, false)))
  // What could not be taken back can be tried again.
  if (!problem.value) report.value = undefined
  takenBack.value = back
  emit('done')
}
const changing = (lines: Line[]) => lines.filter((one) => one.changes).length
const sentOf = (lines: Line[]) => {
  const sent = lines.reduce((sum, one) => sum + (one.sent ?? 0), 0)
  return sent === 1 ? 'one message' : `${sent} messages`
}
const hasSent = (lines: Line[]) => lines.some((one) => one.sent)
const left = (lines: Line[]) => lines.filter((one) => !one.changes)
</script>

<template>
  <section class="many" aria-label="The chosen tickets">
    <div class="line">
      <b>{{ references.length }} chosen</b>
      <label
        >set the
        <select class="inline-field" :value="field" @change="setField(typedIn($event))">
          <option v-for="(name, id) in offered" :key="id" :value="id">{{ name }}</option>
          <optgroup v-if="kept.length" label="fields">
            <option v-for="one in kept" :key="one.name" :value="fieldFact(one.name)">{{ one.label }}</option>
          </optgroup>
        </select></label
      >
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
      <label v-else
        >to
        <select v-model="value" class="inline-field" aria-label="Value for all of them">
          <option value="">{{ field === 'technician' ? 'nobody' : 'choose …' }}</option>
          <option v-for="one in choices[field]" :key="one.value" :value="one.value">{{ one.label }}</option>
        </select></label
      >
      <button class="act" type="button" :disabled="!canGo || Boolean(progress)" @click="look">
        What would that do?
      </button>
      <button class="act plain" type="button" @click="emit('clear')">Choose none</button>
    </div>
    <p v-if="progress" role="status" class="small">
      {{ progress.done }} of {{ progress.of }} …
      <button class="link" type="button" @click="called = true">Call it off</button>
    </p>
    <div v-if="looked && !progress" class="small">
      <p>
        {{ changing(looked) === 1 ? 'One ticket changes' : `${changing(looked)} tickets change`
        }}<template v-if="left(looked).length">; {{ left(looked).length }} stay as they are:</template>
        <template v-if="hasSent(looked)"> {{ sentOf(looked) }} will go out.</template>
      </p>
      <ul v-if="left(looked).length">
        <li v-for="one in left(looked).slice(0, 8)" :key="one.reference">
          <span class="num">{{ one.reference }}</span> {{ one.why }}
        </li>
        <li v-if="left(looked).length > 8">and {{ left(looked).length - 8 }} more</li>
      </ul>
      <button class="act main" type="button" :disabled="!changing(looked)" @click="change">
        Change {{ changing(looked) === 1 ? 'it' : 'them' }}
      </button>
    </div>
    <p v-if="report && !progress" class="notice good" role="status">
      {{
        changing(report.lines) === 1
          ? 'One ticket was changed'
          : `${changing(report.lines)} tickets were changed`
      }}<template v-if="left(report.lines).length">, {{ left(report.lines).length }} not</template
      ><template v-if="report.called">; it was called off before the others</template>.
      <template v-if="hasSent(report.lines)"
        >{{ sentOf(report.lines) }} went out, which nothing takes back.</template
      >
      <button v-if="changing(report.lines)" class="link" type="button" @click="undo">Take it back</button>
    </p>
    <p v-if="takenBack !== undefined && !progress" class="notice good" role="status">
      Taken back:
      {{
        changing(takenBack) === 1
          ? 'one ticket is as it was'
          : `${changing(takenBack)} tickets are as they were`
      }}.<template v-if="hasSent(takenBack)"> {{ sentOf(takenBack) }} went out about that as well.</template>
    </p>
    <p v-if="problem" class="notice bad" role="alert">{{ problem }}</p>
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
  align-items: center;
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

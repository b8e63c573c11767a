<script setup lang="ts">
import { withoutGaps } from '~~/core/json'
import {
  fieldFact,
  FIELD_TYPES,
  type Audience,
  type FieldType,
  type FieldValue,
  type TicketField,
} from '~~/core/fields'
import type { Term } from '~~/core/intake'
import { keysOf } from '~~/core/lookup'
import { optionsOf, optionsText } from '~/composables/designWords'

// All that a field says of itself: its name, what it holds, and whose it is.
const props = defineProps<{
  field: TicketField
  teams: readonly { id: string; name: string }[]
  roles: readonly { id: string; name: string }[]
  readonly: boolean
  zone: string
}>()
const emit = defineEmits<{ change: [field: TicketField] }>()

/** What is left out is not kept as nothing. */
const put = (change: Partial<TicketField>) => emit('change', withoutGaps({ ...props.field, ...change }))
const takes = (term: Term) => FIELD_TYPES[props.field.type].terms.includes(term)
const types = keysOf(FIELD_TYPES).map((type) => ({ value: type, label: FIELD_TYPES[type].name }))
/** Another type holds other values, so what is filled in beforehand and the bounds go. */
function setType(type: FieldType) {
  const { name, label, help, sees, changes, toRequester, options } = props.field
  const isChoice = FIELD_TYPES[type].terms.includes('options')
  const kept = { name, label, type, help, sees, changes, toRequester }
  emit('change', withoutGaps({ ...kept, options: isChoice ? (options ?? []) : undefined }))
}
function rename(label: string) {
  if (!label.trim()) throw new Error('Write what it is called.')
  put({ label: label.trim() })
}
/** What is filled in beforehand is kept once whoever types goes on. */
const filled = ref<FieldValue | null>(props.field.default ?? null)
watch(
  () => props.field,
  (field) => (filled.value = field.default ?? null),
)
function keepDefault() {
  if (JSON.stringify(filled.value) !== JSON.stringify(props.field.default ?? null))
    put({ default: filled.value ?? undefined })
}

const AUDIENCES = { sees: 'Who sees it', changes: 'Who changes it' } as const
const ANYBODY = { sees: 'everybody of the desk', changes: 'whoever sees it' } as const
const roleOptions = computed(() => named(props.roles))
const teamOptions = computed(() => named(props.teams))
function setAudience(which: keyof typeof AUDIENCES, change: Partial<Audience>) {
  const { roles = [], teams = [] } = { ...props.field[which], ...change }
  const isNamed = roles.length > 0 || teams.length > 0
  put({ [which]: isNamed ? withoutGaps({ ...props.field[which], roles, teams }) : undefined })
}
/** As it stands in a message. */
const placeholder = computed(() => `{${fieldFact(props.field.name)}}`)
</script>

<template>
  <div class="terms" role="group" :aria-label="field.label">
    <div class="pairs">
      <KitText label="Name" :model-value="field.label" :disabled="readonly" :commit="rename" />
      <KitChoice
        label="Holds"
        :model-value="field.type"
        :options="types"
        :disabled="readonly"
        @update:model-value="$event && setType($event)"
      />
      <KitText
        v-if="takes('options')"
        label="Options, with commas between them"
        placeholder="worn, broken, lost"
        :model-value="optionsText(field.options)"
        :disabled="readonly"
        :commit="(text: string) => put({ options: optionsOf(text, field.options) })"
      />
      <template v-if="takes('bounds')">
        <KitNumber
          v-for="(words, bound) in { min: 'At least', max: 'At most' }"
          :key="bound"
          :label="words"
          :places="6"
          :model-value="field[bound] ?? null"
          :disabled="readonly"
          :commit="(number: number | null) => put({ [bound]: number ?? undefined })"
        />
        <KitText
          label="Unit"
          :model-value="field.unit ?? ''"
          :disabled="readonly"
          :commit="(unit: string) => put({ unit: unit.trim() || undefined })"
        />
      </template>
      <KitText
        label="Help"
        placeholder="where it is found, what it is for"
        :model-value="field.help ?? ''"
        :disabled="readonly"
        :commit="(help: string) => put({ help: help.trim() || undefined })"
      />
      <div class="kit-field">
        <label :for="`default-${field.name}`">Filled in beforehand</label>
        <span v-if="readonly" class="quiet">{{ field.default ?? 'nothing' }}</span>
        <FieldInput
          v-else
          v-model="filled"
          :field="{ ...field, required: false }"
          :input-id="`default-${field.name}`"
          :zone="zone"
          @focusout="keepDefault"
        />
      </div>
    </div>
    <KitCheckbox
      label="Its requester reads it in the portal"
      :model-value="field.toRequester === true"
      :disabled="readonly"
      @update:model-value="put({ toRequester: $event || undefined })"
    />
    <div v-for="(words, which) in AUDIENCES" :key="which" class="pairs" role="group" :aria-label="words">
      <KitManyChoices
        :label="`${words}: roles`"
        :placeholder="ANYBODY[which]"
        :model-value="[...(field[which]?.roles ?? [])]"
        :options="roleOptions"
        :disabled="readonly"
        @update:model-value="setAudience(which, { roles: [...$event] })"
      />
      <KitManyChoices
        :label="`${words}: teams`"
        :placeholder="ANYBODY[which]"
        :model-value="[...(field[which]?.teams ?? [])]"
        :options="teamOptions"
        :disabled="readonly"
        @update:model-value="setAudience(which, { teams: [...$event] })"
      />
    </div>
    <p class="quiet small">
      Rules ask for it as “{{ field.label }}”, messages name it <code>{{ placeholder }}</code>. Gates and
      moves ask whoever makes them, whoever changes it else.
    </p>
  </div>
</template>

<style scoped>
.terms {
  border-left: 2px solid var(--sea);
  padding: 2px 0 2px 10px;
}
.pairs {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: 2px 18px;
  align-items: start;
}
</style>

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
/** Another type holds other values, so what is filled in beforehand and the bounds go. */
function setType(type: FieldType) {
  const { name, label, help, sees, changes, toRequester, options } = props.field
  const isChoice = FIELD_TYPES[type].terms.includes('options')
  emit(
    'change',
    withoutGaps({
      name,
      label,
      type,
      help,
      sees,
      changes,
      toRequester,
      options: isChoice ? (options ?? []) : undefined,
    }),
  )
}
const numberOf = (event: Event) => (typedIn(event).trim() === '' ? undefined : Number(typedIn(event)))
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
function toggle(which: 'sees' | 'changes', part: 'roles' | 'teams', one: string, on: boolean) {
  const before: Audience = props.field[which] ?? {}
  const list = namesIn(before, part).filter((each) => each !== one)
  const after = { ...before, [part]: on ? [...list, one] : list }
  const isNamed = Boolean(after.roles?.length || after.teams?.length)
  put({ [which]: isNamed ? after : undefined })
}
const namesIn = (audience: Audience | undefined, part: 'roles' | 'teams'): readonly string[] =>
  audience?.[part] ?? []
const has = (which: 'sees' | 'changes', part: 'roles' | 'teams', one: string) =>
  namesIn(props.field[which], part).includes(one)
/** As it stands in a message. */
const placeholder = computed(() => `{${fieldFact(props.field.name)}}`)
</script>

<template>
  <fieldset class="terms" :disabled="readonly" :aria-label="field.label">
    <p class="line">
      <label
        >Name
        <input
          class="inline-field wide"
          :value="field.label"
          @change="put({ label: typedIn($event).trim() })"
      /></label>
      <label
        >holds
        <select class="inline-field" :value="field.type" @change="setType(typedIn($event) as FieldType)">
          <option v-for="(one, type) in FIELD_TYPES" :key="type" :value="type">{{ one.name }}</option>
        </select></label
      >
      <label v-if="takes('options')"
        >options, with commas between them
        <input
          class="inline-field wide"
          :value="optionsText(field.options)"
          placeholder="worn, broken, lost"
          @change="put({ options: optionsOf(typedIn($event), field.options) })"
      /></label>
      <template v-if="takes('bounds')">
        <label
          >at least
          <input
            class="inline-field short"
            type="number"
            :value="field.min"
            @change="put({ min: numberOf($event) })"
        /></label>
        <label
          >at most
          <input
            class="inline-field short"
            type="number"
            :value="field.max"
            @change="put({ max: numberOf($event) })"
        /></label>
        <label
          >unit
          <input
            class="inline-field short"
            :value="field.unit"
            @change="put({ unit: typedIn($event).trim() || undefined })"
        /></label>
      </template>
    </p>
    <p class="line">
      <label class="grows"
        >Help
        <input
          class="inline-field wide"
          :value="field.help"
          placeholder="where it is found, what it is for"
          @change="put({ help: typedIn($event).trim() || undefined })"
      /></label>
      <label :for="`default-${field.name}`">filled in beforehand</label>
      <FieldInput
        v-model="filled"
        class="default"
        :field="{ ...field, required: false }"
        :input-id="`default-${field.name}`"
        :zone="zone"
        @focusout="keepDefault"
      />
      <label class="tick-field"
        ><input
          type="checkbox"
          :checked="field.toRequester"
          @change="put({ toRequester: isTicked($event) || undefined })"
        />
        its requester reads it in the portal</label
      >
    </p>
    <p v-for="(words, which) in AUDIENCES" :key="which" class="line" role="group" :aria-label="words">
      <b>{{ words }}</b>
      <span v-if="!field[which]" class="quiet">{{
        which === 'sees'
          ? 'everybody of the desk, unless some are named:'
          : 'whoever sees it, unless some are named:'
      }}</span>
      <label v-for="role in roles" :key="role.id" class="tick-field"
        ><input
          type="checkbox"
          :checked="has(which, 'roles', role.id)"
          @change="toggle(which, 'roles', role.id, isTicked($event))"
        />
        {{ role.name }}</label
      >
      <label v-for="team in teams" :key="team.id" class="tick-field"
        ><input
          type="checkbox"
          :checked="has(which, 'teams', team.id)"
          @change="toggle(which, 'teams', team.id, isTicked($event))"
        />
        {{ team.name }}</label
      >
    </p>
    <p class="quiet small">
      Rules ask for it as “{{ field.label }}”, messages name it <code>{{ placeholder }}</code>. Gates and
      moves ask whoever makes them, whoever changes it else.
    </p>
  </fieldset>
</template>

<style scoped>
.terms {
  border: 0;
  border-left: 2px solid var(--sea);
  padding: 2px 0 2px 10px;
  margin: 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 4px 0;
}
.wide {
  width: 240px;
}
.short {
  width: 84px;
}
.default {
  max-width: 240px;
}
</style>

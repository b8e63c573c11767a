<script setup lang="ts">
import type { Design } from '~~/core/design'
import { statusNames } from '~~/core/lifecycle'
import { ACTIONS, termsOf, type Action, type FirstOf, type Recipient } from '~~/core/ladder'
import type { DirectoryPage } from '~/composables/useNames'

// One thing that a rung does.
const props = defineProps<{
  action: Action
  design: Design
  directory: DirectoryPage
  label: string
  /** The ladder it is in, which does not set itself off. */
  ladder: string
}>()
const emit = defineEmits<{ change: [action: Action]; remove: [] }>()

const statuses = computed(() => Object.entries(statusNames(props.design.kinds)))
const others = computed(() => props.design.ladders.filter((one) => one.id !== props.ladder))

const terms = computed(() => termsOf(props.action))
/** What a new action could name first. */
const first = computed<FirstOf>(() => ({
  ...{ team: '', queue: '', status: '', checklist: '', webhook: '', ladder: '', plan: '' },
  ...Object.fromEntries(Object.entries(lists.value).map(([of, list]) => [of, list[0]?.id ?? ''])),
  template: (props.design.templates.find((one) => one.id === 'rung') ?? props.design.templates[0])?.id ?? '',
  field: props.design.fields[0]?.name ?? '',
}))
type Named = { id: string; name: string }
const lists = computed<Record<string, readonly Named[]>>(() => ({
  team: props.directory.teams,
  queue: props.directory.queues,
  status: statuses.value.map(([id, name]) => ({ id, name })),
  priority: props.design.priorities.map(({ id, numeral, name }) => ({ id, name: `to ${numeral} ${name}` })),
  checklist: props.design.checklists,
  webhook: props.design.webhooks,
  plan: props.design.plans,
  ladder: others.value,
}))
const NONE_YET: Record<string, string> = {
  checklist: 'none yet; add one under Plans and checklists',
  plan: 'none yet; add one under Plans and checklists',
  webhook: 'none yet; add one below',
}
/** What is chosen, where one of a list is. */
const choice = computed(() => {
  const { field } = terms.value
  if (field.field !== 'choice') return undefined
  const value = new Map<string, unknown>(Object.entries(props.action)).get(field.key) ?? ''
  const list = named(lists.value[field.of] ?? [])
  const nothing = field.nothing === undefined ? [] : [{ value: '', label: field.nothing }]
  return {
    ...field,
    value: String(value),
    options: [...nothing, ...list],
    none: NONE_YET[field.of],
  }
})
/** Who can be chosen besides those of the desk. */
const also = computed(() => {
  const { field } = terms.value
  return field.field === 'recipient' ? field.also : undefined
})
const KINDS = Object.entries(ACTIONS).map(([value, one]) => ({
  value: value as Action['do'],
  label: one.name,
}))
const templates = computed(() =>
  props.design.templates.map(({ id, name }) => ({ value: id, label: `“${name}”` })),
)
const isRequired = computed(() => props.action.do === 'task' && props.action.required === true)
function choose(key: string, value: string) {
  emit('change', { do: props.action.do, ...(value && { [key]: value }) } as Action)
}
function setTell(at: number, one: Recipient | undefined) {
  if (props.action.do !== 'notify') return
  const tell = [...props.action.tell]
  if (one) tell[at] = one
  else tell.splice(at, 1)
  emit('change', { ...props.action, tell })
}
function setUrgent(on: boolean) {
  if (props.action.do !== 'notify') return
  const { urgent: _, ...rest } = props.action
  emit('change', on ? { ...rest, urgent: true } : rest)
}
</script>

<template>
  <div class="action" role="group" :aria-label="label">
    <KitChoice
      bare
      :label="`${label}: what is done`"
      :model-value="action.do"
      :options="KINDS"
      @update:model-value="$event && emit('change', ACTIONS[$event].fresh(first))"
    />
    <template v-if="action.do === 'notify'">
      <span v-for="(one, at) in action.tell" :key="at" class="whom">
        <RecipientField
          :recipient="one"
          :design="design"
          :directory="directory"
          :label="`${label}: who is told${at ? `, ${at + 1}` : ''}`"
          @change="setTell(at, $event)"
        /><KitButton
          v-if="action.tell.length > 1"
          kind="sign"
          :aria-label="`${label}: tell ${at + 1} no longer`"
          @click="setTell(at, undefined)"
          >×</KitButton
        >
      </span>
      <KitButton kind="link" @click="setTell(action.tell.length, { to: 'watchers' })">and …</KitButton>
      <KitChoice
        bare
        :label="`${label}: message`"
        :model-value="action.template"
        :options="templates"
        @update:model-value="$event && emit('change', { ...action, template: $event })"
      />
      <KitCheckbox label="urgent" :model-value="action.urgent === true" @update:model-value="setUrgent" />
    </template>
    <template v-else-if="choice">
      <KitChoice
        v-if="choice.options.length"
        bare
        :label="`${label}: ${choice.label}`"
        :model-value="choice.value"
        :options="choice.options"
        @update:model-value="choose(choice.key, $event ?? '')"
      />
      <span v-else class="quiet">{{ choice.none ?? 'none yet' }}</span>
    </template>
    <RecipientField
      v-else-if="action.do === 'assign' || action.do === 'handOn'"
      staff
      :also="also"
      :recipient="action.to"
      :design="design"
      :directory="directory"
      :label="`${label}: who gets it`"
      @change="emit('change', { do: action.do, to: $event })"
    />
    <SetField
      v-else-if="action.do === 'set'"
      :field="action.field"
      :value="action.value"
      :design="design"
      :label="label"
      @change="(field, value) => emit('change', { do: 'set', field, value: value ?? null })"
    />
    <KitText
      v-else-if="action.do === 'note'"
      class="long"
      bare
      :label="`${label}: the note`"
      placeholder="What the note says"
      :model-value="action.text"
      :commit="(text: string) => emit('change', { do: 'note', text })"
    />
    <template v-else-if="action.do === 'task'">
      <KitText
        class="long"
        bare
        :label="`${label}: the task`"
        placeholder="What is to do"
        :model-value="action.text"
        :commit="
          (text: string) => emit('change', { do: 'task', text, ...(isRequired && { required: true }) })
        "
      />
      <KitCheckbox
        label="must be done"
        :model-value="isRequired"
        @update:model-value="
          emit('change', { do: 'task', text: action.text, ...($event && { required: true }) })
        "
      />
    </template>
    <KitButton kind="sign" :aria-label="`${label}: take out`" @click="emit('remove')">×</KitButton>
  </div>
</template>

<style scoped>
.action {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  align-items: center;
  padding: 2px 0;
}
.whom {
  display: inline-flex;
  align-items: center;
}
.long {
  flex: 1 1 220px;
  min-width: 180px;
}
.long :deep(input) {
  width: 100%;
}
</style>

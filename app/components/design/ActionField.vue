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
  ...{ team: '', queue: '', status: '', checklist: '', webhook: '', ladder: '' },
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
  ladder: others.value,
}))
const NONE_YET: Record<string, string> = {
  checklist: 'none yet; add one under Moves',
  webhook: 'none yet; add one below',
}
/** What is chosen, where one of a list is. */
const choice = computed(() => {
  const { field } = terms.value
  if (field.field !== 'choice') return undefined
  const value = new Map<string, unknown>(Object.entries(props.action)).get(field.key) ?? ''
  return { ...field, value, list: lists.value[field.of] ?? [] }
})
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
    <select
      class="inline-field"
      :value="action.do"
      :aria-label="`${label}: what is done`"
      @change="emit('change', ACTIONS[typedIn($event) as Action['do']].fresh(first))"
    >
      <option v-for="(one, key) in ACTIONS" :key="key" :value="key">{{ one.name }}</option>
    </select>
    <template v-if="action.do === 'notify'">
      <span v-for="(one, at) in action.tell" :key="at" class="whom">
        <DesignRecipientField
          :recipient="one"
          :design="design"
          :directory="directory"
          :label="`${label}: who is told${at ? `, ${at + 1}` : ''}`"
          @change="setTell(at, $event)"
        /><button
          v-if="action.tell.length > 1"
          class="link"
          type="button"
          :aria-label="`${label}: tell ${at + 1} no longer`"
          @click="setTell(at, undefined)"
        >
          ×
        </button>
      </span>
      <button class="link" type="button" @click="setTell(action.tell.length, { to: 'watchers' })">
        and …
      </button>
      <select
        class="inline-field"
        :value="action.template"
        :aria-label="`${label}: message`"
        @change="emit('change', { ...action, template: typedIn($event) })"
      >
        <option v-for="one in design.templates" :key="one.id" :value="one.id">“{{ one.name }}”</option>
      </select>
      <label class="choice"
        ><input type="checkbox" :checked="action.urgent" @change="setUrgent(isTicked($event))" />
        urgent</label
      >
    </template>
    <select
      v-else-if="choice"
      class="inline-field"
      :value="choice.value"
      :aria-label="`${label}: ${choice.label}`"
      @change="choose(choice.key, typedIn($event))"
    >
      <option v-if="choice.nothing" value="">{{ choice.nothing }}</option>
      <option v-for="one in choice.list" :key="one.id" :value="one.id">{{ one.name }}</option>
      <option v-if="!choice.list.length && NONE_YET[choice.of]" value="">{{ NONE_YET[choice.of] }}</option>
    </select>
    <DesignRecipientField
      v-else-if="action.do === 'assign'"
      staff
      :recipient="action.to"
      :design="design"
      :directory="directory"
      :label="`${label}: who gets it`"
      @change="emit('change', { do: 'assign', to: $event })"
    />
    <DesignSetField
      v-else-if="action.do === 'set'"
      :field="action.field"
      :value="action.value"
      :design="design"
      :label="label"
      @change="(field, value) => emit('change', { do: 'set', field, value: value ?? null })"
    />
    <input
      v-else-if="action.do === 'note'"
      class="inline-field long"
      :value="action.text"
      :aria-label="`${label}: the note`"
      placeholder="What the note says"
      @change="emit('change', { do: 'note', text: typedIn($event) })"
    />
    <template v-else-if="action.do === 'task'">
      <input
        class="inline-field long"
        :value="action.text"
        :aria-label="`${label}: the task`"
        placeholder="What is to do"
        @change="emit('change', { ...action, text: typedIn($event) })"
      />
      <label class="small"
        ><input
          type="checkbox"
          :checked="action.required"
          @change="
            emit('change', {
              do: 'task',
              text: action.text,
              ...(isTicked($event) && { required: true }),
            })
          "
        />
        must be done</label
      >
    </template>
    <button class="link" type="button" :aria-label="`${label}: take out`" @click="emit('remove')">×</button>
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
  white-space: nowrap;
}
.long {
  flex: 1 1 220px;
  min-width: 180px;
}
select {
  max-width: 210px;
}
.link {
  min-width: 26px;
  min-height: 26px;
  text-decoration: none;
}
</style>

<script setup lang="ts">
import type { Design } from '~~/core/design'
import { statusNames } from '~~/core/lifecycle'
import { ACTION_NAMES, type Action, type Recipient } from '~~/core/ladder'
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

const text = (event: Event) => (event.target as HTMLInputElement).value
const statuses = computed(() => Object.entries(statusNames(props.design.kinds)))
const others = computed(() => props.design.ladders.filter((one) => one.id !== props.ladder))

/** What an action is at first, when its kind is chosen. */
const FRESH: { [K in Action['do']]: () => Action } = {
  notify: () => ({ do: 'notify', tell: [{ to: 'teamLead' }], template: templateId() }),
  raisePriority: () => ({ do: 'raisePriority' }),
  assign: () => ({ do: 'assign', to: { to: 'teamLead' } }),
  team: () => ({ do: 'team', team: props.directory.teams[0]?.id ?? '' }),
  queue: () => ({ do: 'queue', queue: props.design.queues[0]?.id ?? '' }),
  status: () => ({ do: 'status', to: statuses.value[0]?.[0] ?? '' }),
  set: () => ({ do: 'set', field: props.design.fields[0]?.name ?? '', value: null }),
  note: () => ({ do: 'note', text: '' }),
  task: () => ({ do: 'task', text: '' }),
  checklist: () => ({ do: 'checklist', checklist: props.design.checklists[0]?.id ?? '' }),
  majorIncident: () => ({ do: 'majorIncident' }),
  call: () => ({ do: 'call', webhook: props.design.webhooks[0]?.id ?? '' }),
  setOff: () => ({ do: 'setOff', ladder: others.value[0]?.id ?? '' }),
}
const templateId = () =>
  (props.design.templates.find((one) => one.id === 'rung') ?? props.design.templates[0])?.id ?? ''
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
      @change="emit('change', FRESH[text($event) as Action['do']]())"
    >
      <option v-for="(name, key) in ACTION_NAMES" :key="key" :value="key">{{ name }}</option>
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
        @change="emit('change', { ...action, template: text($event) })"
      >
        <option v-for="one in design.templates" :key="one.id" :value="one.id">“{{ one.name }}”</option>
      </select>
      <label class="choice"
        ><input
          type="checkbox"
          :checked="action.urgent"
          @change="setUrgent(($event.target as HTMLInputElement).checked)"
        />
        urgent</label
      >
    </template>
    <select
      v-else-if="action.do === 'raisePriority'"
      class="inline-field"
      :value="action.to ?? ''"
      :aria-label="`${label}: to which priority`"
      @change="emit('change', { do: 'raisePriority', ...(text($event) && { to: text($event) }) })"
    >
      <option value="">by one</option>
      <option v-for="one in design.priorities" :key="one.id" :value="one.id">
        to {{ one.numeral }} {{ one.name }}
      </option>
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
    <select
      v-else-if="action.do === 'team'"
      class="inline-field"
      :value="action.team"
      :aria-label="`${label}: which team`"
      @change="emit('change', { do: 'team', team: text($event) })"
    >
      <option v-for="one in directory.teams" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
    <select
      v-else-if="action.do === 'queue'"
      class="inline-field"
      :value="action.queue"
      :aria-label="`${label}: which queue`"
      @change="emit('change', { do: 'queue', queue: text($event) })"
    >
      <option v-for="one in design.queues" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
    <select
      v-else-if="action.do === 'status'"
      class="inline-field"
      :value="action.to"
      :aria-label="`${label}: which status`"
      @change="emit('change', { do: 'status', to: text($event) })"
    >
      <option v-for="[id, name] in statuses" :key="id" :value="id">{{ name }}</option>
    </select>
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
      @change="emit('change', { do: 'note', text: text($event) })"
    />
    <template v-else-if="action.do === 'task'">
      <input
        class="inline-field long"
        :value="action.text"
        :aria-label="`${label}: the task`"
        placeholder="What is to do"
        @change="emit('change', { ...action, text: text($event) })"
      />
      <label class="small"
        ><input
          type="checkbox"
          :checked="action.required"
          @change="
            emit('change', {
              do: 'task',
              text: action.text,
              ...(($event.target as HTMLInputElement).checked && { required: true }),
            })
          "
        />
        must be done</label
      >
    </template>
    <select
      v-else-if="action.do === 'checklist'"
      class="inline-field"
      :value="action.checklist"
      :aria-label="`${label}: which checklist`"
      @change="emit('change', { do: 'checklist', checklist: text($event) })"
    >
      <option v-for="one in design.checklists" :key="one.id" :value="one.id">{{ one.name }}</option>
      <option v-if="!design.checklists.length" value="">none yet; add one under Moves</option>
    </select>
    <select
      v-else-if="action.do === 'call'"
      class="inline-field"
      :value="action.webhook"
      :aria-label="`${label}: which system`"
      @change="emit('change', { do: 'call', webhook: text($event) })"
    >
      <option v-for="one in design.webhooks" :key="one.id" :value="one.id">{{ one.name }}</option>
      <option v-if="!design.webhooks.length" value="">none yet; add one below</option>
    </select>
    <select
      v-else-if="action.do === 'setOff'"
      class="inline-field"
      :value="action.ladder"
      :aria-label="`${label}: which ladder`"
      @change="emit('change', { do: 'setOff', ladder: text($event) })"
    >
      <option v-for="one in others" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
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

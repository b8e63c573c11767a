<script setup lang="ts">
import type { Design } from '~~/core/design'
import { hoursAndMinutes, parseDuration } from '~~/core/time'
import { evidenceInWords, type ListedTask, type TaskCount } from '~~/core/work'
import type { DirectoryPage } from '~/composables/useNames'

// A task of a checklist: its words in place, what else is said of it, and what became of it.
const props = defineProps<{
  task: ListedTask
  at: number
  list: string
  design: Design
  directory: DirectoryPage
  readonly: boolean
  count?: TaskCount
  days: number
  open: boolean
  last: boolean
}>()
const emit = defineEmits<{
  change: [change: Partial<ListedTask>]
  open: []
  by: [step: -1 | 1]
  remove: []
}>()
const teamName = (id: string) => props.directory.teams.find((one) => one.id === id)?.name ?? id
const personName = (id: string) => props.directory.people.find((one) => one.id === id)?.name ?? id
const fields = computed(() => props.design.fields.map(({ name, label }) => ({ name, label })))
function span(text: string): string {
  try {
    return hoursAndMinutes(parseDuration(text))
  } catch {
    return text
  }
}
const says = computed(() => {
  const { required, within, team, person, evidence } = props.task
  return [
    ...(required ? ['must be done'] : []),
    ...(person ? [personName(person)] : team ? [teamName(team)] : []),
    ...(within ? [`within ${span(within)}`] : []),
    ...(evidence
      ? [evidenceInWords(evidence, (field) => fields.value.find((one) => one.name === field)?.label ?? field)]
      : []),
  ].join(' · ')
})
/** What became of it on tickets. */
const became = computed(() => {
  if (!props.count) return ''
  const { came, ticked, left, took } = props.count
  return [
    `came ${came}×`,
    `ticked ${ticked}`,
    ...(left ? [`not needed ${left}`] : []),
    ...(took === null ? [] : [`half within ${hoursAndMinutes(took)}`]),
  ].join(' · ')
})
</script>

<template>
  <div class="line">
    <span v-if="!readonly" class="grip" aria-hidden="true">⠿</span>
    <KitText
      class="wide"
      bare
      in-place="line"
      :label="`${list}, task ${at + 1}`"
      :model-value="task.text"
      :disabled="readonly"
      :commit="(text: string) => emit('change', { text: text.trim() })"
    />
    <span v-if="says" class="small quiet says">{{ says }}</span>
    <span v-if="became" class="small num became" :title="`Within ${days} days; half took no longer`">{{
      became
    }}</span>
    <KitButton
      v-if="!readonly"
      kind="link"
      class="small"
      :aria-expanded="open"
      :aria-label="`Terms of “${task.text}”`"
      @click="emit('open')"
      >{{ open ? 'that is all' : 'terms …' }}</KitButton
    >
  </div>
  <div v-if="open" class="terms" role="group" :aria-label="`Terms of “${task.text}”`">
    <KitLongText
      label="More of it"
      :rows="2"
      :model-value="task.description ?? ''"
      :commit="(text: string) => emit('change', { description: text.trim() || undefined })"
    />
    <WhoseField
      v-bind="{ person: task.person, team: task.team, teams: directory.teams }"
      @give="emit('change', { person: $event.person, team: $event.team })"
    />
    <KitDuration
      label="Due so much working time after it came"
      :model-value="task.within ?? ''"
      :commit="(within: string) => emit('change', { within: within || undefined })"
    />
    <EvidenceField
      :model-value="task.evidence"
      :fields="fields"
      @update:model-value="emit('change', { evidence: $event })"
    />
    <KitCheckbox
      label="must be done"
      :model-value="task.required === true"
      @update:model-value="emit('change', { required: $event || undefined })"
    />
    <p class="small">
      <OrderButtons :name="task.text" :first="at === 0" :last="last" @by="emit('by', $event)" />
      ·
      <KitButton kind="link" :aria-label="`take task ${at + 1} out of ${list}`" @click="emit('remove')"
        >take out</KitButton
      >
    </p>
  </div>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: auto minmax(0, 6fr) minmax(0, 4fr) minmax(0, 5fr) auto;
  gap: 2px 10px;
  align-items: center;
  margin: 1px 0;
}
.grip {
  color: var(--ink-3);
  cursor: grab;
}
.line > :last-child {
  grid-column: -2;
}
.says {
  grid-column: 3;
}
.became {
  grid-column: 4;
  text-align: right;
  color: var(--ink-2);
}
@media (max-width: 760px) {
  .line {
    grid-template-columns: auto minmax(0, 1fr) auto;
  }
  .says,
  .became {
    grid-column: 2;
    text-align: left;
  }
  .line > :last-child {
    grid-row: 1;
  }
}
.terms {
  border-left: 3px solid var(--brass);
  padding: 4px 0 4px 8px;
  margin: 2px 0 6px;
  max-width: 520px;
}
</style>

<script setup lang="ts">
import { VueDraggable } from 'vue-draggable-plus'
import type { Condition } from '~~/core/condition'
import type { Design, Finding, Names } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import {
  countedAs,
  reworded,
  typedTasks,
  type Checklist,
  type ListedTask,
  type TaskCount,
} from '~~/core/work'
import type { DirectoryPage } from '~/composables/useNames'

// A checklist with its tasks in place: typed as on a ticket, dragged into another order, each with its terms.
const props = defineProps<{
  list: Checklist
  design: Design
  directory: DirectoryPage
  names: Names
  findings: readonly Finding[]
  readonly: boolean
  counts?: Readonly<Record<string, TaskCount>>
  days: number
}>()
const emit = defineEmits<{ change: [change: Partial<Checklist>]; remove: [] }>()
/** It comes by itself once something is asked. */
const NOTHING_YET: Condition = { any: [] }
/** More of them are not read one by one; proofreading says so. */
const MOST_SHOWN = 200
const shown = computed(() => props.list.tasks.slice(0, MOST_SHOWN))
const open = ref<number>()
const typed = ref('')
const setTasks = (tasks: ListedTask[]) => emit('change', { tasks })
const setTask = (at: number, change: Partial<ListedTask>) =>
  setTasks(props.list.tasks.map((task, index) => (index === at ? withoutGaps(reworded(task, change)) : task)))
const takeOut = (at: number) => setTasks(props.list.tasks.filter((_, index) => index !== at))
function add(text: string) {
  const lines = typedTasks(text)
  typed.value = ''
  if (lines.length) setTasks([...props.list.tasks, ...lines.map((line) => ({ text: line }))])
}
function paste(event: ClipboardEvent) {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (typedTasks(text).length < 2) return
  event.preventDefault()
  add(`${typed.value}${text}`)
}
function by(at: number, step: -1 | 1) {
  open.value = undefined
  setTasks(stepped(props.list.tasks, at, step))
}
</script>

<template>
  <section :id="list.id" class="one" :aria-label="list.name">
    <FindingsAt :findings="findings" :place="`plans/checklists#${list.id}`" />
    <NamedFor
      :name="list.name"
      :label="`Name of the checklist ${list.name}`"
      :team="list.team"
      :teams="directory.teams"
      :readonly="readonly"
      @rename="emit('change', { name: $event })"
      @team="emit('change', { team: $event })"
      @remove="emit('remove')"
    />
    <VueDraggable
      tag="ol"
      :model-value="shown"
      handle=".grip"
      :animation="120"
      :disabled="readonly || open !== undefined || list.tasks.length > MOST_SHOWN"
      @update:model-value="setTasks"
    >
      <li v-for="(task, at) in shown" :key="at">
        <FindingsAt :findings="findings" :place="`plans/checklists#${list.id}/${at + 1}`" />
        <ListedTaskLine
          v-bind="{ task, at, design, directory, readonly, days }"
          :list="list.name"
          :count="counts?.[countedAs(task)]"
          :open="open === at"
          :last="at === list.tasks.length - 1"
          @change="setTask(at, $event)"
          @open="open = open === at ? undefined : at"
          @by="by(at, $event)"
          @remove="takeOut(at)"
        />
      </li>
    </VueDraggable>
    <p v-if="list.tasks.length > MOST_SHOWN" class="quiet small">
      and {{ counted(list.tasks.length - MOST_SHOWN, 'more task') }}, which are not shown
    </p>
    <template v-if="!readonly">
      <div class="typing">
        <KitText
          v-model="typed"
          bare
          :label="`Add to ${list.name}`"
          placeholder="and then … Enter makes the next"
          :most="300"
          @enter="add(typed)"
          @paste="paste"
        />
      </div>
      <p class="small when">
        <KitCheckbox
          label="requesters see it"
          :model-value="list.shown === true"
          @update:model-value="emit('change', { shown: $event || undefined })"
        />
        <KitButton kind="link" @click="emit('change', { when: list.when ? undefined : NOTHING_YET })">{{
          list.when ? 'not by itself' : 'comes by itself …'
        }}</KitButton>
      </p>
    </template>
    <ConditionField
      v-if="list.when"
      :condition="list.when"
      :words="design"
      :names="names"
      :readonly="readonly"
      :label="`When ${list.name} comes by itself`"
      @change="emit('change', { when: $event })"
    />
  </section>
</template>

<style scoped>
.one {
  border-top: 1px solid var(--rule);
  padding: 8px 0;
}
ol {
  margin: 2px 0;
  padding-left: 30px;
}
.typing {
  max-width: 480px;
  margin-left: 46px;
}
.typing :deep(:has(> input)),
.typing :deep(input) {
  width: 100%;
}
.when {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: center;
  margin: 4px 0 0 46px;
}
</style>

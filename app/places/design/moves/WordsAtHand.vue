<script setup lang="ts">
import type { Condition } from '~~/core/condition'
import type { SavedReply } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'
import type { Checklist, TaskWords } from '~~/core/work'
import type { ArticleProps } from '~/composables/useDraft'
import { namesOf, type DirectoryPage } from '~/composables/useNames'

// Checklists and replies that are kept for use again.
const props = defineProps<ArticleProps & { directory: DirectoryPage }>()
const names = computed(() => namesOf(props.design, props.directory))

function put<T extends { id: string }>(of: 'checklists' | 'savedReplies', one: T, change: Partial<T>) {
  void props.change(of, one.id, one, withoutGaps({ ...one, ...change }))
}
const list = (one: Checklist, change: Partial<Checklist>) => put('checklists', one, change)
const reply = (one: SavedReply, change: Partial<SavedReply>) => put('savedReplies', one, change)
function addList() {
  const id = freeId(
    'checklist',
    (one) => props.design.checklists.some((each) => each.id === one),
    'checklist',
  )
  void props.change('checklists', id, null, { id, name: 'New checklist', tasks: [{ text: 'First thing' }] })
}
function addReply() {
  const id = freeId('reply', (one) => props.design.savedReplies.some((each) => each.id === one), 'reply')
  void props.change('savedReplies', id, null, { id, name: 'New reply', text: 'Good day {requester},\n\n' })
}
/** It comes by itself once something is asked. */
const NOTHING_YET: Condition = { any: [] }
const setTask = (one: Checklist, at: number, change: Partial<TaskWords> | undefined) =>
  list(one, {
    tasks: change
      ? one.tasks.map((task, index) => (index === at ? { ...task, ...change } : task))
      : one.tasks.filter((_, index) => index !== at),
  })
</script>

<template>
  <section aria-labelledby="checklists">
    <h2 id="checklists">Checklists</h2>
    <p class="quiet">
      Added to a ticket by hand, by a move, by a ladder, or by themselves where a condition holds.
    </p>
    <div v-for="one in design.checklists" :key="one.id" class="one">
      <FindingsAt :findings="findings" :place="`moves/checklist-${one.id}`" />
      <NamedFor
        :name="one.name"
        :label="`Name of the checklist ${one.name}`"
        :team="one.team"
        :teams="directory.teams"
        :readonly="readonly"
        @rename="list(one, { name: $event })"
        @team="list(one, { team: $event })"
        @remove="props.change('checklists', one.id, one, null)"
      />
      <ol>
        <li v-for="(task, at) in one.tasks" :key="at">
          <span class="task">
            <KitText
              class="wide"
              bare
              :label="`${one.name}, task ${at + 1}`"
              :model-value="task.text"
              :disabled="readonly"
              :commit="(text: string) => setTask(one, at, { text: text.trim() })"
            />
            <KitCheckbox
              label="must be done"
              :model-value="task.required === true"
              :disabled="readonly"
              @update:model-value="setTask(one, at, { required: $event || undefined })"
            />
            <KitButton
              v-if="!readonly"
              kind="link"
              :aria-label="`take task ${at + 1} out of ${one.name}`"
              @click="setTask(one, at, undefined)"
              >take out</KitButton
            >
          </span>
        </li>
      </ol>
      <p v-if="!readonly" class="small">
        <KitButton kind="link" @click="list(one, { tasks: [...one.tasks, { text: 'Next thing' }] })"
          >and another</KitButton
        >
        ·
        <KitButton kind="link" @click="list(one, { when: one.when ? undefined : NOTHING_YET })">{{
          one.when ? 'by hand only' : 'comes by itself …'
        }}</KitButton>
      </p>
      <ConditionField
        v-if="one.when"
        :condition="one.when"
        :words="design"
        :names="names"
        :readonly="readonly"
        :label="`When ${one.name} comes by itself`"
        @change="list(one, { when: $event })"
      />
    </div>
    <p v-if="!readonly"><KitButton @click="addList">New checklist</KitButton></p>
  </section>
  <section aria-labelledby="replies">
    <h2 id="replies">Words at hand</h2>
    <p class="quiet">Offered when somebody replies; fields in braces are filled in for the ticket.</p>
    <div v-for="one in design.savedReplies" :key="one.id" class="one">
      <FindingsAt :findings="findings" :place="`moves/reply-${one.id}`" />
      <NamedFor
        :name="one.name"
        :label="`Name of the reply ${one.name}`"
        :team="one.team"
        :teams="directory.teams"
        :readonly="readonly"
        @rename="reply(one, { name: $event })"
        @team="reply(one, { team: $event })"
        @remove="props.change('savedReplies', one.id, one, null)"
      />
      <KitLongText
        class="words"
        bare
        :rows="3"
        :label="`The words of ${one.name}`"
        :model-value="one.text"
        :disabled="readonly"
        :commit="(text: string) => reply(one, { text })"
      />
    </div>
    <p v-if="!readonly"><KitButton @click="addReply">New reply</KitButton></p>
  </section>
</template>

<style scoped>
.one {
  border-top: 1px solid var(--rule);
  padding: 6px 0;
}
ol {
  margin: 2px 0;
  padding-left: 26px;
}
.task {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
  align-items: center;
  margin: 2px 0;
}
.wide {
  flex: 1 1 320px;
  max-width: 520px;
}
.wide :deep(input) {
  width: 100%;
}
.words {
  max-width: 640px;
}
</style>

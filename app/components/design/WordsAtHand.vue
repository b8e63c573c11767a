<script setup lang="ts">
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
      <DesignNamedFor
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
          <input
            class="inline-field wide"
            :value="task.text"
            :disabled="readonly"
            :aria-label="`${one.name}, task ${at + 1}`"
            @change="setTask(one, at, { text: typedIn($event).trim() })"
          />
          <label class="tick-field"
            ><input
              type="checkbox"
              :checked="task.required"
              :disabled="readonly"
              @change="setTask(one, at, { required: isTicked($event) || undefined })"
            />
            must be done</label
          >
          <button
            v-if="!readonly"
            class="link small"
            type="button"
            :aria-label="`take task ${at + 1} out of ${one.name}`"
            @click="setTask(one, at, undefined)"
          >
            take out
          </button>
        </li>
      </ol>
      <p v-if="!readonly" class="small">
        <button
          class="link"
          type="button"
          @click="list(one, { tasks: [...one.tasks, { text: 'Next thing' }] })"
        >
          and another
        </button>
        ·
        <button
          class="link"
          type="button"
          @click="
            list(one, {
              when: one.when ? undefined : { fact: 'item', op: 'is', value: design.items[0]?.id ?? '' },
            })
          "
        >
          {{ one.when ? 'by hand only' : 'comes by itself …' }}
        </button>
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
    <p v-if="!readonly"><button class="act" type="button" @click="addList">New checklist</button></p>
  </section>
  <section aria-labelledby="replies">
    <h2 id="replies">Words at hand</h2>
    <p class="quiet">Offered when somebody replies; fields in braces are filled in for the ticket.</p>
    <div v-for="one in design.savedReplies" :key="one.id" class="one">
      <FindingsAt :findings="findings" :place="`moves/reply-${one.id}`" />
      <DesignNamedFor
        :name="one.name"
        :label="`Name of the reply ${one.name}`"
        :team="one.team"
        :teams="directory.teams"
        :readonly="readonly"
        @rename="reply(one, { name: $event })"
        @team="reply(one, { team: $event })"
        @remove="props.change('savedReplies', one.id, one, null)"
      />
      <textarea
        class="inline-field words"
        rows="3"
        :value="one.text"
        :disabled="readonly"
        :aria-label="`The words of ${one.name}`"
        @change="reply(one, { text: typedIn($event) })"
      />
    </div>
    <p v-if="!readonly"><button class="act" type="button" @click="addReply">New reply</button></p>
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
.wide,
.words {
  width: 100%;
  max-width: 520px;
}
</style>

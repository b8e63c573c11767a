<script setup lang="ts">
import type { SavedReply } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { freeId } from '~~/core/naming'
import type { ArticleProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// Replies that are kept for use again.
const props = defineProps<ArticleProps & { directory: DirectoryPage }>()

const reply = (one: SavedReply, change: Partial<SavedReply>) =>
  void props.change('savedReplies', one.id, one, withoutGaps({ ...one, ...change }))
function addReply() {
  const id = freeId('reply', (one) => props.design.savedReplies.some((each) => each.id === one), 'reply')
  void props.change('savedReplies', id, null, { id, name: 'New reply', text: 'Good day {requester},\n\n' })
}
</script>

<template>
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
.words {
  max-width: 640px;
}
</style>

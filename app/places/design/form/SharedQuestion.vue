<script setup lang="ts">
import { ownQuestion, type Design, type DesignStep } from '~~/core/design'
import type { Form, Question } from '~~/core/intake'
import { namedUses } from '../questions/library'

// A question that other forms ask as well: its words stand as they are until somebody says which of the two they mean.
const props = defineProps<{
  question: Question
  design: Design
  form: string
  /** The other forms that ask it. */
  others: readonly Form[]
}>()
const emit = defineEmits<{ everywhere: []; own: [steps: DesignStep[]] }>()

const own = computed(() => ownQuestion(props.design, props.form, props.question.name))
</script>

<template>
  <div class="shared">
    <p>
      <b>In {{ others.length + 1 }} forms.</b> The same question stands in
      {{ others.map((one) => one.name).join(', ') }}.
    </p>
    <p class="acts">
      <KitButton :aria-label="`Change “${question.label}” everywhere`" @click="emit('everywhere')"
        >Change it everywhere</KitButton
      >
      <KitButton
        kind="plain"
        :aria-label="`Make “${question.label}” this form’s own`"
        @click="emit('own', own.steps)"
        >Make it this form’s own</KitButton
      >
    </p>
    <p v-if="own.unseenBy.length" class="quiet">
      As this form’s own it is another question for rules: {{ namedUses(own.unseenBy) }}
      {{ own.unseenBy.length === 1 ? 'goes' : 'go' }} by the shared one and would not see its answers.
    </p>
  </div>
</template>

<style scoped>
.shared {
  max-width: 60ch;
}
.shared p {
  margin: 4px 0;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>

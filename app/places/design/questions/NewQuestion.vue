<script setup lang="ts">
import { nearDuplicates, QUESTION_TYPES, type Question, type QuestionType } from '~~/core/intake'
import { freshQuestion, hasOptions, type FreshQuestion } from './fresh'

// Asks for a new question, and offers what asks much the same already. In a form it asks for one after another.
const props = defineProps<{
  library: readonly Question[]
  label: string
  /** Questions that the form asks already; left out where it is not for a form. */
  asked?: readonly string[]
  /** The words of the one that was added just now. */
  added?: string
}>()
const emit = defineEmits<{
  add: [fresh: FreshQuestion, isRequired: boolean]
  leave: []
  instead: [question: Question]
}>()

const words = ref('')
const type = ref<QuestionType>('text')
const options = ref('')
const isRequired = ref(false)
const missing = ref<'label' | 'options'>()
watch([words, type, options], () => (missing.value = undefined))
const alike = computed(() => (words.value.trim() ? nearDuplicates(words.value, props.library) : []))
const isAsked = ({ name }: Question) => props.asked?.includes(name) ?? false
const types = Object.entries(QUESTION_TYPES).map(([value, one]) => ({
  value: value as QuestionType,
  label: one.name,
}))

function add() {
  const fresh = freshQuestion(words.value, type.value, options.value)
  if ('missing' in fresh) missing.value = fresh.missing
  else emit('add', fresh, isRequired.value)
}
</script>

<template>
  <form class="new" @submit.prevent="add" @keydown.esc.stop="emit('leave')">
    <KitText
      v-model="words"
      class="words"
      :label="label"
      :error="missing === 'label' ? 'Write what is asked, as requesters read it.' : undefined"
      focuses
    />
    <KitChoice
      label="Answer"
      :model-value="type"
      :options="types"
      @update:model-value="type = $event ?? 'text'"
    />
    <KitText
      v-if="hasOptions(type)"
      v-model="options"
      class="words"
      label="Answers to choose from, with commas between them"
      placeholder="worn, broken, lost"
      :error="missing === 'options' ? 'Write at least one answer to choose.' : undefined"
    />
    <KitCheckbox v-if="asked" v-model="isRequired" class="must" label="must be answered" />
    <p class="acts">
      <KitButton type="submit">Add the question</KitButton>
      <KitButton kind="plain" @click="emit('leave')">{{ added ? 'That is all' : 'Leave it' }}</KitButton>
      <span v-if="added" class="quiet small" role="status"
        >“{{ added }}” is asked now; here is the next.</span
      >
    </p>
    <div v-if="alike.length" class="notice" role="status">
      There is much the same already; asking it again would give rules two answers to look at:
      <ul>
        <li v-for="one in alike" :key="one.name">
          {{ one.label }} <span class="quiet">({{ QUESTION_TYPES[one.type].name }})</span>{{ ' ' }}
          <span v-if="isAsked(one)" class="quiet">– this form asks it</span>
          <KitButton
            v-else
            kind="link"
            :aria-label="`Take “${one.label}” instead`"
            @click="emit('instead', one)"
            >take this instead</KitButton
          >
        </li>
      </ul>
    </div>
  </form>
</template>

<style scoped>
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: start;
  padding: 10px 0;
}
.new :deep(.kit-field) {
  margin-bottom: 6px;
}
.words {
  flex: 1 1 300px;
}
.acts {
  flex-basis: 100%;
  margin: 0 0 6px;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 10px;
}
.must {
  align-self: center;
}
.notice {
  flex-basis: 100%;
}
ul {
  margin: 4px 0 0;
  padding-left: 18px;
}
</style>

<script setup lang="ts">
// The steps of a form that is asked step by step: where one is, and back to those before.
defineProps<{
  steps: readonly { title: string }[]
  at: number
  /** The button that leads to a step. */
  button: (pressed: string) => { type: 'submit'; name: string; value: string }
}>()
const { say } = usePortalWords()
</script>

<template>
  <div>
    <p class="quiet" aria-live="polite">{{ say('ask.step', { step: at + 1, steps: steps.length }) }}</p>
    <ol :aria-label="say('ask.steps')">
      <li v-for="(step, index) in steps" :key="index" :aria-current="index === at ? 'step' : undefined">
        <KitButton v-if="index < at" kind="link" v-bind="button(`to${index}`)">{{ step.title }}</KitButton>
        <b v-else-if="index === at">{{ step.title }}</b>
        <span v-else class="quiet">{{ step.title }}</span>
      </li>
    </ol>
  </div>
</template>

<style scoped>
p {
  margin-bottom: 2px;
}
ol {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  margin: 0;
  padding: 0;
  list-style-position: inside;
}
</style>

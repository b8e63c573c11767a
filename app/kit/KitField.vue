<script setup lang="ts">
import type { FieldProps } from './field'

// The frame of a field: its label, what helps, what is wrong, and what somebody else has written meanwhile.
const props = defineProps<
  FieldProps & {
    /** What was not taken over, and why. */
    failed?: string
    /** What somebody else has made of it meanwhile, in words. */
    theirs?: string
    /** Several controls under one label. */
    group?: boolean
  }
>()
defineEmits<{ takeTheirs: [] }>()
const own = useId()
const id = computed(() => props.id ?? own)
const { say } = usePortalWords()
const wrong = computed(() => props.error || props.failed)
const describedBy = computed(
  () =>
    [props.help && `${id.value}-help`, wrong.value && `${id.value}-error`].filter(Boolean).join(' ') ||
    undefined,
)
</script>

<template>
  <component
    :is="group ? 'fieldset' : 'div'"
    class="kit-field"
    :class="{ bare }"
    :aria-describedby="group ? describedBy : undefined"
  >
    <legend v-if="group" :class="{ 'sr-only': bare }">
      {{ label }}<span v-if="aside" class="quiet aside">{{ ` ${aside}` }}</span>
    </legend>
    <label v-else :for="id" :class="{ 'sr-only': bare }"
      >{{ label }}<span v-if="aside" class="quiet aside">{{ ` ${aside}` }}</span></label
    >
    <p v-if="help" :id="`${id}-help`" class="help">{{ help }}</p>
    <slot :id="id" :described-by="describedBy" :invalid="Boolean(wrong)" />
    <p v-if="wrong" :id="`${id}-error`" class="error-text" :role="failed ? 'alert' : undefined">
      {{ wrong }}
    </p>
    <p v-if="theirs !== undefined" class="theirs small" role="status">
      {{ say('kit.theirs', { theirs }) }}
      <button type="button" class="link" @click="$emit('takeTheirs')">{{ say('kit.takeTheirs') }}</button>
    </p>
  </component>
</template>

<style scoped>
.kit-field {
  border: 0;
  padding: 0;
  margin: 0 0 1rem;
  min-width: 0;
}
.kit-field.bare {
  display: inline-block;
  margin: 0;
}
label,
legend {
  display: block;
  font-weight: 600;
  padding: 0;
  margin-bottom: 0.25rem;
}
.aside {
  font-weight: 400;
}
.help {
  color: var(--ink-3);
  font-size: 0.93rem;
  margin: 0 0 0.3rem;
}
.theirs {
  margin: 0.2rem 0 0;
  border-left: 3px solid var(--brass);
  padding-left: 6px;
}
</style>

<script setup lang="ts" generic="T extends string">
import '~/theme/parts/stepper'
import Step from 'primevue/step'
import StepList from 'primevue/steplist'
import StepPanel from 'primevue/steppanel'
import StepPanels from 'primevue/steppanels'
import Stepper from 'primevue/stepper'

// What is filled in one after the other; each step stands in the slot of its name. A step that was reached can be
// gone back to.
const props = defineProps<{
  steps: readonly { value: T; label: string }[]
  modelValue: T
  label: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
const at = computed(() => props.steps.findIndex((one) => one.value === props.modelValue))
const reached = ref(at.value)
watch(at, (now) => (reached.value = Math.max(reached.value, now)))
function go(count: number) {
  const step = props.steps[count - 1]
  if (step) emit('update:modelValue', step.value)
}
</script>

<template>
  <Stepper :value="at + 1" :aria-label="label" @update:value="go(Number($event))">
    <StepList>
      <Step v-for="(one, index) in steps" :key="one.value" :value="index + 1" :disabled="index > reached">
        {{ one.label }}
      </Step>
    </StepList>
    <StepPanels>
      <StepPanel v-for="(one, index) in steps" :key="one.value" :value="index + 1">
        <slot :name="one.value" />
      </StepPanel>
    </StepPanels>
  </Stepper>
</template>

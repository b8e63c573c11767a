<script setup lang="ts">
import '~/theme/parts/progressbar'
import ProgressBar from 'primevue/progressbar'
import KitButton from './KitButton.vue'

// How far long work is; what can be called off has a button for it.
const props = defineProps<{
  label: string
  /** From 0 to 1; left out where nobody knows. */
  share?: number
  callsOff?: boolean
}>()
defineEmits<{ callOff: [] }>()
const percent = computed(() => Math.round((props.share ?? 0) * 100))
</script>

<template>
  <div class="kit-progress">
    <span>{{ label }}</span>
    <ProgressBar
      class="bar"
      :value="percent"
      :mode="share === undefined ? 'indeterminate' : 'determinate'"
      :show-value="false"
      :aria-label="label"
    />
    <span v-if="share !== undefined" class="num small">{{ percent }} %</span>
    <KitButton v-if="callsOff" kind="plain" @click="$emit('callOff')">Call it off</KitButton>
  </div>
</template>

<style scoped>
.kit-progress {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
.bar {
  flex: 1;
  min-width: 120px;
}
</style>

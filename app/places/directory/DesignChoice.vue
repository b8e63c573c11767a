<script setup lang="ts">
import type { Value } from '~~/core/directory'
import type { Option } from '~/kit/field'

// Something of the design that a thing of the directory has: hours, a priority. Where one is missing, the way to where
// it is made stands beside it; that opens a tab of its own, so that the form stays as it is.
const props = defineProps<{
  label: string
  help?: string
  what: 'calendars' | 'priorities'
  modelValue: string | null
  options: readonly Option[]
  needed?: boolean
  error?: string
  disabled?: boolean
  commit?: (now: Value) => unknown
}>()
const emit = defineEmits<{ 'update:modelValue': [now: Value] }>()
const session = useSession()
const WAYS = {
  calendars: { name: 'Working time', to: '/design/working-time' },
  priorities: { name: 'Priorities', to: '/design/triage/priorities' },
}
const way = computed(() => (session.may('changeDesign') && !props.disabled ? WAYS[props.what] : undefined))
</script>

<template>
  <div class="of-design">
    <KitChoice
      :label="label"
      :help="help"
      :error="error"
      :disabled="disabled"
      :model-value="modelValue"
      :options="options"
      :clears="!needed"
      :placeholder="needed ? 'choose …' : 'none'"
      :commit="commit"
      @update:model-value="emit('update:modelValue', $event)"
    />
    <NuxtLink v-if="way" class="way" :to="way.to" target="_blank"
      >{{ way.name }} …<span class="sr-only">, in a new tab</span></NuxtLink
    >
  </div>
</template>

<style scoped>
.of-design {
  position: relative;
}
.way {
  position: absolute;
  top: 0;
  right: 0;
}
</style>

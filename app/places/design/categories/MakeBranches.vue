<script setup lang="ts">
import type { Category } from '~~/core/design'
import { branchesOf } from './branches'

// Whole branches at once: a line for each path, or names set in by what lies above them.
const props = defineProps<{ known: readonly Category[] }>()
const emit = defineEmits<{ make: [fresh: Category[]]; leave: [] }>()

const text = ref('')
const fresh = computed(() => branchesOf(text.value, props.known))
const make = () => fresh.value.length && emit('make', fresh.value)
const SHOWN = 8
const named = computed(() =>
  fresh.value
    .slice(0, SHOWN)
    .map((one) => one.name)
    .join(', '),
)
</script>

<template>
  <form
    class="panel"
    @submit.prevent="make"
    @keydown.ctrl.enter.prevent="make"
    @keydown.esc.stop="emit('leave')"
  >
    <KitLongText
      v-model="text"
      label="A category a line"
      help="Gates › Scanners › Readers, or set in by spaces below the one it belongs to."
      :rows="7"
      focuses
    />
    <p class="small" role="status">
      {{
        fresh.length
          ? `Makes ${counted(fresh.length, 'category', 'categories')}: ${named}${fresh.length > SHOWN ? ' …' : ''}`
          : 'Nothing new yet.'
      }}
    </p>
    <p class="acts">
      <KitButton type="submit" kind="main" keys="Ctrl Enter" :disabled="!fresh.length"
        >Make {{ counted(fresh.length, 'category', 'categories') }}</KitButton
      >
      <KitButton kind="plain" @click="emit('leave')">Not now</KitButton>
    </p>
  </form>
</template>

<style scoped>
.panel {
  max-width: 640px;
}
.panel :deep(textarea) {
  font-family: var(--mono);
}
.acts {
  display: flex;
  gap: 10px;
}
</style>

<script setup lang="ts">
import type { Category } from '~~/core/design'
import type { DirectoryPage, Names } from '~/composables/useNames'
import { branchesOf, type Mapped } from './branches'

// Whole branches at once: a line for each path, or names set in by what lies above them.
const props = defineProps<{ known: readonly Category[]; names: Names; directory: DirectoryPage }>()
const emit = defineEmits<{ make: [fresh: Category[], mapped: Mapped]; leave: [] }>()

const text = ref('')
const fresh = computed(() => branchesOf(text.value, props.known))
const priority = ref<string | null>(null)
const team = ref<string | null>(null)
const make = () =>
  fresh.value.length &&
  emit('make', fresh.value, { priority: priority.value ?? undefined, team: team.value ?? undefined })
const teams = computed(() => named(props.directory.teams))
const SHOWN = 8
const firstNames = computed(() =>
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
          ? `Makes ${counted(fresh.length, 'category', 'categories')}: ${firstNames}${fresh.length > SHOWN ? ' …' : ''}`
          : 'Nothing new yet.'
      }}
    </p>
    <div class="mapped">
      <KitChoice
        v-model="priority"
        label="Their priority"
        clears
        placeholder="none of their own"
        :options="names.priority ?? []"
      />
      <KitChoice
        v-model="team"
        label="Sent to the team"
        clears
        placeholder="as “Where it goes” says"
        :options="teams"
      />
    </div>
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
.mapped {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 0 16px;
}
.acts {
  display: flex;
  gap: 10px;
}
</style>

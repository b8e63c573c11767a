<script setup lang="ts">
import { pickLevels, type Pickable } from '~~/core/intake/categoryPick'

// What a request is about: one list after another, each of what lies below what was chosen in the one before.
const props = defineProps<{ choices: readonly Pickable[]; picked?: string; error?: string }>()
const emit = defineEmits<{ pick: [id: string] }>()
const { say } = usePortalWords()

/** Lists of more are opened. */
const MOST_SEEN = 8
const levels = computed(() =>
  pickLevels(props.choices, props.picked).map(({ options, chosen }, at) => ({
    chosen,
    options: options.map(({ id, label }) => ({ value: id, label })),
    field: {
      id: at ? `q-category-${at}` : 'q-category',
      name: `picked-${at}`,
      label: say(at ? 'ask.categoryMore' : 'ask.category'),
      error: chosen === null ? props.error : undefined,
    },
  })),
)
</script>

<template>
  <div>
    <template v-for="level in levels" :key="level.field.name">
      <KitRadio
        v-if="level.options.length <= MOST_SEEN"
        v-bind="level.field"
        :model-value="level.chosen"
        :options="level.options"
        @update:model-value="emit('pick', $event)"
      />
      <KitChoice
        v-else
        v-bind="level.field"
        :model-value="level.chosen"
        :options="level.options"
        @update:model-value="$event && emit('pick', $event)"
      />
    </template>
  </div>
</template>

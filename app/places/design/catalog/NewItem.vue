<script setup lang="ts">
import type { Design } from '~~/core/design'
import type { Names } from '~/composables/useNames'
import { usualKind, type FreshItem } from './items'

// Asks for what an item cannot be without; the rest is said on its page.
const props = defineProps<{ design: Design; names: Names; group: string }>()
const emit = defineEmits<{ add: [fresh: FreshItem]; leave: [] }>()

const name = ref('')
const group = ref<string | null>(props.group)
/** What most items of the group lead to. */
const kind = ref<string | null>(usualKind(props.design, props.group) ?? null)
const category = ref<string | null>(null)
const tried = ref(false)
const lacks = (value: string | null, says: string) => (tried.value && !value?.trim() ? says : undefined)

function add() {
  tried.value = true
  const words = name.value.trim()
  if (words && group.value && kind.value && category.value)
    emit('add', { name: words, group: group.value, kind: kind.value, category: category.value })
}
</script>

<template>
  <form class="new" aria-label="New item" @submit.prevent="add" @keydown.esc.stop="emit('leave')">
    <KitText
      v-model="name"
      class="name"
      label="Name, as requesters read it"
      :error="lacks(name, 'Write what it is called.')"
      focuses
    />
    <KitChoice
      v-model="group"
      label="Group"
      :options="named(design.groups)"
      :error="lacks(group, 'Choose one.')"
    />
    <KitChoice
      v-model="kind"
      label="Ticket kind"
      :options="named(design.kinds)"
      :error="lacks(kind, 'Choose one; its lifecycle is that of the tickets.')"
    />
    <KitChoice
      v-model="category"
      label="Category"
      :options="names.category ?? []"
      :error="lacks(category, 'Choose one; triage goes by it.')"
    />
    <p class="acts">
      <KitButton type="submit" kind="main">Add it and make its form</KitButton>
      <KitButton kind="plain" @click="emit('leave')">Leave it</KitButton>
    </p>
  </form>
</template>

<style scoped>
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  align-items: start;
  border-left: 2px solid var(--sea);
  padding: 6px 0 0 12px;
  margin: 8px 0;
}
.new :deep(.kit-field) {
  margin-bottom: 8px;
}
.name {
  flex: 1 1 280px;
}
.acts {
  flex-basis: 100%;
  display: flex;
  gap: 10px;
  margin: 0 0 8px;
}
</style>

<script setup lang="ts">
import { helpAt } from './help'

// What this place is for, and the keys that do something on it.
defineProps<{ shown: boolean }>()
defineEmits<{ 'update:shown': [shown: boolean] }>()
const shortcuts = useShortcutSheets()
const route = useRoute()
const help = computed(() => helpAt(route.path))
const sheets = computed(() =>
  shortcuts.sheets.toReversed().map((sheet) => ({
    place: sheet.place,
    keys: toValue(sheet.shortcuts).map(({ keys, says }) => [keys, says] as const),
  })),
)
</script>

<template>
  <KitDialog :shown="shown" title="Help" @update:shown="$emit('update:shown', $event)">
    <section v-if="help" :aria-label="`What ${help.place} is for`">
      <h3>What {{ help.place }} is for</h3>
      <p v-for="one in help.says" :key="one">{{ one }}</p>
    </section>
    <section v-for="sheet in sheets" :key="sheet.place" :aria-label="sheet.place">
      <h3>{{ sheet.place }}</h3>
      <dl>
        <template v-for="[keys, says] in sheet.keys" :key="keys">
          <dt>
            <kbd>{{ shownKey(keys) }}</kbd>
          </dt>
          <dd>{{ says }}</dd>
        </template>
      </dl>
    </section>
  </KitDialog>
</template>

<style scoped>
h3 {
  border-bottom: 1px solid var(--rule-2);
}
section + section {
  margin-top: 14px;
}
dl {
  display: grid;
  grid-template-columns: 7em 1fr;
  margin: 4px 0 0;
}
dt,
dd {
  margin: 0;
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
}
kbd {
  font: 0.93rem var(--mono);
}
</style>

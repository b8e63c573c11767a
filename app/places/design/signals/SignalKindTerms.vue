<script setup lang="ts">
import type { SignalKind } from '~~/core/design'
import { withoutGaps } from '~~/core/json'

// The terms of one kind of signal: its names at the monitors, and what happens by itself.
const props = defineProps<{ kind: SignalKind }>()
const emit = defineEmits<{ change: [after: SignalKind]; remove: [] }>()

/** What is left empty is left out. */
const put = (change: Partial<SignalKind>) => emit('change', withoutGaps({ ...props.kind, ...change }))
function rename(name: string) {
  if (!name.trim()) throw new Error('Write what it is called.')
  put({ name: name.trim() })
}
function setType(type: string) {
  if (!type.trim()) throw new Error('Write the type that the monitor sends.')
  put({ type: type.trim() })
}
</script>

<template>
  <div class="terms">
    <KitText label="Name" :model-value="kind.name" :commit="rename" />
    <KitText class="num" label="Type" :model-value="kind.type" :commit="setType" />
    <KitText
      class="num"
      label="Type that says it is over"
      :model-value="kind.clears ?? ''"
      :commit="(clears: string) => put({ clears: clears.trim() || undefined })"
    />
    <KitNumber
      label="Closed after"
      unit="calm minutes"
      placeholder="never"
      :min="0"
      :model-value="kind.calmMinutes ?? null"
      :commit="(minutes) => put({ calmMinutes: minutes ?? undefined })"
    />
    <KitCheckbox
      label="let the monitor try to fix it first"
      :model-value="kind.tryFix ?? false"
      @update:model-value="put({ tryFix: $event || undefined })"
    />
    <KitButton kind="link" @click="emit('remove')">Take this row away</KitButton>
  </div>
</template>

<style scoped>
.terms {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: end;
}
.terms :deep(.kit-field) {
  margin-bottom: 6px;
}
</style>

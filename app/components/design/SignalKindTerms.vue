<script setup lang="ts">
import type { SignalKind } from '~~/core/design'

// The terms of one kind of signal: its names at the monitors, and what happens by itself.
const props = defineProps<{ kind: SignalKind }>()
const emit = defineEmits<{ change: [after: SignalKind] }>()

/** What is left empty is left out. */
function put(more: Partial<SignalKind>) {
  const { clears, calmMinutes, tryFix, ...rest } = { ...props.kind, ...more }
  emit('change', {
    ...rest,
    ...(clears && { clears }),
    ...(calmMinutes !== undefined && { calmMinutes }),
    ...(tryFix && { tryFix }),
  })
}
const text = (event: Event) => typedIn(event).trim()
const id = (name: string) => `${props.kind.id}-${name}`
</script>

<template>
  <span class="terms">
    <span>
      <label :for="id('name')">Name</label>
      <InputText :id="id('name')" :default-value="kind.name" @change="put({ name: text($event) })" />
    </span>
    <span>
      <label :for="id('type')">Type</label>
      <InputText
        :id="id('type')"
        class="num"
        :default-value="kind.type"
        @change="put({ type: text($event) })"
      />
    </span>
    <span>
      <label :for="id('clears')">Type that says it is over</label>
      <InputText
        :id="id('clears')"
        class="num"
        :default-value="kind.clears"
        @change="put({ clears: text($event) })"
      />
    </span>
    <span>
      <label :for="id('calm')">closed after</label>
      <InputNumber
        :input-id="id('calm')"
        class="short"
        :min="0"
        :max-fraction-digits="0"
        placeholder="never"
        :model-value="kind.calmMinutes"
        @update:model-value="(minutes: number | null) => put({ calmMinutes: minutes ?? undefined })"
      />
      calm minutes
    </span>
    <span>
      <Checkbox
        :input-id="id('fix')"
        binary
        :model-value="kind.tryFix ?? false"
        @update:model-value="(tryFix: boolean) => put({ tryFix })"
      />
      <label :for="id('fix')">let the monitor try to fix it first</label>
    </span>
  </span>
</template>

<style scoped>
.terms,
.terms > span {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
}
.terms > span {
  gap: 6px;
}
.short :deep(input) {
  width: 80px;
}
</style>

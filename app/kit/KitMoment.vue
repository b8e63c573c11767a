<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { isoTime, parseMoment } from '~~/core/time/words'
import { framed, type FieldProps } from './field'
import KitDay from './KitDay.vue'
import KitField from './KitField.vue'
import type { Commit } from './useFieldDraft'

// A moment: a day and a time of day in a zone that is named beside it. Kept as ISO 8601 has it, with its offset.
const props = defineProps<FieldProps & { modelValue: string; commit?: Commit<string>; zone: string }>()
const emit = defineEmits<{ 'update:modelValue': [now: string] }>()

function local(moment: string): [day: string, time: string] {
  if (!moment) return ['', '']
  try {
    const text = isoTime(parseMoment(moment, props.zone), props.zone)
    return [text.slice(0, 10), text.slice(11, 16)]
  } catch {
    return ['', '']
  }
}
const parts = reactive({ day: '', time: '' })
watch(
  () => [props.modelValue, props.zone] as const,
  ([moment]) => {
    if (whole.value !== moment) [parts.day, parts.time] = local(moment)
  },
)
const TIME = /^([01]?\d|2[0-3])[:.]?([0-5]\d)$/
/** What both parts make; empty while one is missing or cannot be read. */
const whole = computed(() => {
  const [, hour, minute] = TIME.exec(parts.time.trim()) ?? []
  if (!parts.day || !hour || !minute) return ''
  try {
    return isoTime(parseMoment(`${parts.day}T${hour.padStart(2, '0')}:${minute}`, props.zone), props.zone)
  } catch {
    return ''
  }
})
;[parts.day, parts.time] = local(props.modelValue)
const unread = computed(() =>
  parts.time.trim() && !TIME.test(parts.time.trim()) ? 'Write the time like 14:30.' : undefined,
)
const failed = ref('')
let before = props.modelValue
function put() {
  if (whole.value || (!parts.day && !parts.time)) emit('update:modelValue', whole.value)
}
async function settle() {
  if (!props.commit || whole.value === before || (!whole.value && (parts.day || parts.time))) return
  try {
    await props.commit(whole.value, before)
    before = whole.value
    failed.value = ''
  } catch (error) {
    failed.value = error instanceof Error ? error.message : String(error)
  }
}
</script>

<template>
  <KitField
    v-slot="{ invalid, describedBy }"
    v-bind="framed({ ...props, error: error ?? unread })"
    :failed="failed"
    group
  >
    <span class="parts" @focusout="settle">
      <KitDay
        v-model="parts.day"
        :label="`${label}: day`"
        bare
        :disabled="disabled"
        @update:model-value="put"
      />
      <InputText
        v-model="parts.time"
        class="time"
        :aria-label="`${label}: time of day`"
        :aria-describedby="describedBy"
        placeholder="14:30"
        maxlength="5"
        :disabled="disabled"
        :invalid="invalid"
        @update:model-value="put"
      />
      <span class="quiet small">{{ zone }}</span>
    </span>
  </KitField>
</template>

<style scoped>
.parts {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: baseline;
}
.time {
  width: 5.5em;
  font-family: var(--mono);
}
</style>

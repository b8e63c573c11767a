<script setup lang="ts">
import InputText from 'primevue/inputtext'
import { isoTime, momentTyped, parseMoment, TIME_TYPED } from '~~/core/time/words'
import { framed, type FieldProps } from './field'
import KitDay from './KitDay.vue'
import KitField from './KitField.vue'
import type { Commit } from './useFieldDraft'

// A moment: a day and a time of day in a zone that is named beside it. Kept as ISO 8601 has it, with its offset.
const props = defineProps<FieldProps & { modelValue: string; commit?: Commit<string>; zone: string }>()
const emit = defineEmits<{ 'update:modelValue': [now: string] }>()

function local(moment: string): [day: string, time: string] {
  if (!moment.includes('T')) {
    // What could not be read stays as it was typed.
    const [day = '', time = ''] = moment.split(' ')
    return [day, time]
  }
  try {
    const text = isoTime(parseMoment(moment, props.zone), props.zone)
    return [text.slice(0, 10), text.slice(11, 16)]
  } catch {
    return ['', '']
  }
}
const { say } = usePortalWords()
const parts = reactive({ day: '', time: '' })
watch(
  () => [props.modelValue, props.zone] as const,
  ([moment]) => {
    if (whole.value !== moment) [parts.day, parts.time] = local(moment)
  },
)
/** What both parts make; empty while one is missing or cannot be read. */
const whole = computed(() => momentTyped(parts.day, parts.time, props.zone) ?? '')
;[parts.day, parts.time] = local(props.modelValue)
const unread = computed(() =>
  parts.time.trim() && !TIME_TYPED.test(parts.time.trim()) ? say('kit.timeLike') : undefined,
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
        :id="id && `${id}-0`"
        :name="name && `${name}.day`"
        :label="`${label}: ${say('kit.day')}`"
        bare
        :disabled="disabled"
        @update:model-value="put"
      />
      <InputText
        v-model="parts.time"
        class="time"
        :name="name && `${name}.time`"
        :aria-label="`${label}: ${say('kit.time')}`"
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

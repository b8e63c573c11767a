<script setup lang="ts">
import type { Design } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import type { DayOf } from '~~/core/plan'
import { dayFacts } from './planVocabulary'

// A day that an answer or a field holds: at which hour of it, and how long before.
const props = defineProps<{ day: DayOf; design: Design; label: string; readonly: boolean }>()
const emit = defineEmits<{ change: [day: DayOf] }>()
const put = (change: Partial<DayOf>) => emit('change', withoutGaps({ ...props.day, ...change }))
const wrongTime = (text: string) =>
  /^(([01]\d|2[0-3]):[0-5]\d)?$/.test(text) ? undefined : 'write it as 06:00'
function setTime(text: string) {
  const at = text.trim()
  const fault = wrongTime(at)
  if (fault) throw new Error(fault)
  put({ at: at || undefined })
}
</script>

<template>
  <KitChoice
    :model-value="day.fact"
    :label="label"
    :options="dayFacts(design)"
    :disabled="readonly"
    @update:model-value="$event !== null && put({ fact: $event })"
  />
  <KitText
    label="At this hour of that day"
    placeholder="06:00"
    :model-value="day.at ?? ''"
    :disabled="readonly"
    :commit="setTime"
  />
  <KitDuration
    label="So much working time before"
    :model-value="day.before ?? ''"
    :disabled="readonly"
    :commit="(span: string) => put({ before: span || undefined })"
  />
</template>

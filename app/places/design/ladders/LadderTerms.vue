<script setup lang="ts">
import { targetNames } from '~~/core/clock'
import type { Condition } from '~~/core/condition'
import type { Design } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import type { Ladder } from '~~/core/ladder'
import type { Names } from '~/composables/useNames'

// For which tickets a ladder is, along what it climbs, and when it begins and ends.
const props = defineProps<{ ladder: Ladder; design: Design; names: Names }>()
const emit = defineEmits<{ change: [ladder: Ladder] }>()
const put = (change: Partial<Ladder>) => emit('change', withoutGaps({ ...props.ladder, ...change }))

const targets = computed(() => [
  ...Object.entries(targetNames(props.design)).map(([value, label]) => ({ value, label })),
  { value: '', label: 'no target: by itself' },
])
const PARTS = [
  {
    part: 'startWhen',
    title: 'Begins once',
    less: 'begin with the ticket',
    more: 'begin only once something holds',
  },
  {
    part: 'stopWhen',
    title: 'Ends as soon as',
    less: 'end with the ticket alone',
    more: 'end as soon as something holds',
  },
] as const
const NOTHING_YET: Condition = { any: [] }
</script>

<template>
  <div class="along">
    <KitChoice
      class="target"
      label="Climbs along"
      :model-value="ladder.target ?? ''"
      :options="targets"
      @update:model-value="put({ target: $event || undefined })"
    />
  </div>
  <p>for tickets where</p>
  <ConditionField
    :condition="ladder.when"
    :words="design"
    :names="names"
    :readonly="false"
    :label="`For which tickets ${ladder.name} is`"
    @change="put({ when: $event })"
  />
  <div v-for="{ part, title, less, more } in PARTS" :key="part" class="part-of">
    <template v-if="ladder[part]">
      {{ title }}
      <ConditionField
        :condition="ladder[part]!"
        :words="design"
        :names="names"
        :readonly="false"
        :label="`${ladder.name}: ${title.toLowerCase()}`"
        @change="put({ [part]: $event })"
      />
      <KitButton kind="link" @click="put({ [part]: undefined })">{{ less }}</KitButton>
    </template>
    <KitButton v-else kind="link" @click="put({ [part]: NOTHING_YET })">{{ more }}</KitButton>
  </div>
  <div class="choices">
    <KitCheckbox
      label="stops once somebody says “I have it”"
      :model-value="ladder.acknowledgementStops === true"
      @update:model-value="put({ acknowledgementStops: $event || undefined })"
    />
    <KitCheckbox
      label="begins only when another ladder sets it off"
      :model-value="ladder.onlySetOff === true"
      @update:model-value="put({ onlySetOff: $event || undefined })"
    />
    <KitCheckbox
      label="rings every rung that lies in the past, not the highest alone"
      :model-value="ladder.past === 'each'"
      @update:model-value="put({ past: $event ? 'each' : undefined })"
    />
  </div>
</template>

<style scoped>
.target {
  max-width: 300px;
}
p {
  margin: 4px 0;
}
.part-of {
  margin: 4px 0;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
</style>

<script setup lang="ts">
import { termsInWords, type ServiceLevel, type Target } from '~~/core/clock'
import type { Vocabulary } from '~~/core/condition'
import type { Design, Names } from '~~/core/design'
import { areTimes, timeShown, withTimes } from './times'

// The targets of a level: so long for each priority, and by which terms that counts.
const props = defineProps<{
  level: ServiceLevel
  design: Design
  names: Names
  vocabulary: Vocabulary
  readonly: boolean
}>()
const emit = defineEmits<{ change: [targets: Target[]] }>()
const priorities = computed(() => props.design.priorities.filter((one) => one.active))
const heads = computed(() => [
  { label: 'Target' },
  ...priorities.value.map((one) => ({ label: one.numeral, figures: true })),
  { label: 'Terms' },
])
/** The target whose terms are being changed. */
const open = ref<string>()
const put = (at: number, target: Target) =>
  emit(
    'change',
    props.level.targets.map((one, index) => (index === at ? target : one)),
  )
const columns = computed(() => priorities.value.map((one) => one.id))
const laid = (target: number, priority: number, typed: string) =>
  withTimes(props.level.targets, columns.value, { target, priority }, typed)
const problem = ref('')
/** Cells that were copied from a sheet go to the fields from here on; a single time is what is typed. */
function paste(event: ClipboardEvent, target: number, priority: number) {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (!areTimes(text)) return
  event.preventDefault()
  problem.value = ''
  try {
    emit('change', laid(target, priority, text))
  } catch (thrown) {
    problem.value = (thrown as Error).message
  }
}
const takeOut = (at: number) =>
  emit(
    'change',
    props.level.targets.filter((_, index) => index !== at),
  )
</script>

<template>
  <div class="scroll-x">
    <LedgerTable :heads="heads" class="times">
      <template v-for="(target, at) in level.targets" :key="target.target">
        <tr>
          <td class="target">{{ target.label }}</td>
          <td
            v-for="(one, column) in priorities"
            :key="one.id"
            class="n time"
            @paste="paste($event, at, column)"
          >
            <template v-if="readonly">{{ timeShown(target.granted[one.id]) || '–' }}</template>
            <KitText
              v-else
              bare
              :label="`${level.name}, ${target.label}, priority ${one.numeral}`"
              placeholder="–"
              :model-value="timeShown(target.granted[one.id])"
              :commit="(typed: string) => emit('change', laid(at, column, typed))"
            />
          </td>
          <td class="terms">
            {{ termsInWords(target, design.calendars, vocabulary).join('; ') }}
            <template v-if="!readonly">
              <KitButton
                kind="link"
                class="small"
                :aria-expanded="open === target.target"
                :aria-label="`${level.name}, ${target.label}: change its terms`"
                @click="open = open === target.target ? undefined : target.target"
                >{{ open === target.target ? 'done' : 'change' }}</KitButton
              >
              ·
              <KitButton
                kind="link"
                class="small"
                :aria-label="`${level.name}: take out ${target.label}`"
                @click="takeOut(at)"
                >take out</KitButton
              >
            </template>
          </td>
        </tr>
        <tr v-if="!readonly && open === target.target">
          <td :colspan="heads.length">
            <TargetTerms
              :target="target"
              :design="design"
              :names="names"
              :label="`${level.name}, ${target.label}`"
              @change="(changed: Target) => put(at, changed)"
            />
          </td>
        </tr>
      </template>
    </LedgerTable>
    <p v-if="problem" class="error-text" role="alert">Nothing was pasted. {{ problem }}</p>
  </div>
</template>

<style scoped>
.times {
  max-width: 1160px;
}
.target {
  white-space: nowrap;
}
.time :deep(input) {
  width: 5.6em;
  text-align: right;
  font-family: var(--mono);
  padding-inline: 5px;
  border-color: transparent;
  background: transparent;
}
.time :deep(input:hover),
.time :deep(input:focus),
.time :deep(input[aria-invalid='true']) {
  border-color: var(--field-rule);
  background: var(--field);
}
.terms {
  min-width: 300px;
}
</style>

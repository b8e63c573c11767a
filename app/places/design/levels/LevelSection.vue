<script setup lang="ts">
import type { ServiceLevel, Target } from '~~/core/clock'
import { forWhom, partsOf, isTest, type Vocabulary } from '~~/core/condition'
import type { Design, Finding, Names } from '~~/core/design'
import { withoutGaps } from '~~/core/json'
import { idOf } from '~~/core/naming'

// One service level: for which tickets it is, what it promises them, and what else goes by it.
const props = defineProps<{
  level: ServiceLevel
  number: string
  design: Design
  names: Names
  vocabulary: Vocabulary
  findings: Finding[]
  readonly: boolean
  /** How many tickets it was applied to in 90 days. */
  decided?: number
  /** It has times, so it can be made into a level for each priority. */
  hasFamily: boolean
  isFirst: boolean
  isLast: boolean
}>()
const emit = defineEmits<{ change: [level: ServiceLevel | null]; move: [by: number]; copy: []; family: [] }>()
/** The level whose condition is being changed. */
const asked = defineModel<string>('asked')

const put = (change: Partial<ServiceLevel>) => emit('change', { ...props.level, ...change })
const place = computed(() => `service-levels/${props.level.id}`)
const isNew = computed(() => !isTest(props.level.when) && !partsOf(props.level.when).length)
const isAsked = computed(() => !props.readonly && asked.value === props.level.id)
const ladders = computed(() =>
  props.design.ladders.filter((ladder) => props.level.targets.some((one) => one.target === ladder.target)),
)

const REOPENED = [
  { value: 'goOn', label: 'go on where they stopped' },
  { value: 'anew', label: 'begin their targets anew' },
] as const
const reopened = computed(() => props.level.onReopen ?? 'goOn')
const setReopened = (value: 'goOn' | 'anew' | null) =>
  emit('change', withoutGaps({ ...props.level, onReopen: value === 'anew' ? value : undefined }))

const naming = ref(false)
const named = ref('')
const problem = ref('')
function addTarget() {
  const label = named.value.trim()
  const target = idOf(label)
  if (!target) return (problem.value = 'Write what is to be done in time, such as “First visit”.')
  // The same name in two levels is the same target: the first level that holds promises it.
  if (props.level.targets.some((one) => one.target === target))
    return (problem.value = 'There is one of this name.')
  const fresh: Target = { target, label, granted: {}, calendar: 'site', pauseIn: ['waiting'], stopOn: 'done' }
  put({ targets: [...props.level.targets, fresh] })
  naming.value = false
  named.value = problem.value = ''
}
</script>

<template>
  <section :id="level.id" class="level" :aria-label="`${number} ${level.name}`">
    <h2>
      <span class="num number">{{ number }}</span>
      <KitText
        v-if="!readonly"
        bare
        in-place="heading"
        class="name"
        :label="`Name of level ${number}`"
        :model-value="level.name"
        :focuses="isAsked && isNew"
        :commit="(name: string) => put({ name })"
      />
      <template v-else>{{ level.name }}</template>
    </h2>
    <p class="whom">
      Applies <b>{{ forWhom(level.when, vocabulary) }}</b>.
      <KitButton
        v-if="!readonly"
        kind="link"
        :aria-expanded="isAsked"
        :aria-label="`${level.name}: ${isAsked ? 'done asking' : 'change what it asks'}`"
        @click="asked = isAsked ? undefined : level.id"
        >{{ isAsked ? 'done' : 'change' }}</KitButton
      >
      <span class="quiet"> · </span>
      <DesignDecidedMark did="applied to" :rule="place" :count="decided" />
    </p>
    <ConditionField
      v-if="isAsked"
      :condition="level.when"
      :words="design"
      :names="names"
      :readonly="false"
      :label="`Condition of ${level.name}`"
      @change="(when) => put({ when })"
    />
    <FindingsAt :findings="findings" :place="place" />
    <LevelTimes
      :level="level"
      :design="design"
      :names="names"
      :vocabulary="vocabulary"
      :readonly="readonly"
      @change="(targets) => put({ targets })"
    />
    <div class="foot small">
      <span v-if="!readonly">Reopened tickets</span>
      <KitChoice
        v-if="!readonly"
        bare
        :label="`${level.name}: reopened tickets`"
        :model-value="reopened"
        :options="REOPENED"
        @update:model-value="setReopened"
      />
      <span class="quiet"
        >{{
          readonly ? `Reopened tickets ${REOPENED.find((one) => one.value === reopened)!.label}. ` : ''
        }}Ladders along its targets:
        <template v-for="(one, index) in ladders" :key="one.id"
          ><template v-if="index">, </template
          ><NuxtLink :to="`/design/ladders#${one.id}`">{{ one.name }}</NuxtLink></template
        ><template v-if="!ladders.length">none</template>.</span
      >
    </div>
    <div v-if="!readonly" class="acts small">
      <KitButton kind="link" :disabled="isFirst" @click="emit('move', -1)">earlier</KitButton>
      <KitButton kind="link" :disabled="isLast" @click="emit('move', 1)">later</KitButton>
      <KitButton kind="link" :aria-expanded="naming" @click="naming = !naming">add a target …</KitButton>
      <KitButton kind="link" @click="emit('copy')">copy</KitButton>
      <KitButton v-if="hasFamily" kind="link" @click="emit('family')"
        >make it one for each priority</KitButton
      >
      <KitButton kind="link" :aria-label="`Remove ${level.name}`" @click="emit('change', null)"
        >remove</KitButton
      >
    </div>
    <form v-if="naming" class="naming" @submit.prevent="addTarget" @keydown.esc.stop="naming = false">
      <KitText
        v-model="named"
        label="New target"
        placeholder="First visit"
        :error="problem || undefined"
        focuses
      />
      <KitButton type="submit">Add it</KitButton>
      <KitButton kind="plain" @click="naming = false">Leave it</KitButton>
    </form>
  </section>
</template>

<style scoped>
.level {
  margin-top: 18px;
  padding-top: 6px;
  border-top: 1px solid var(--rule);
}
.level:target {
  background: var(--sea-2);
}
h2 {
  display: flex;
  align-items: baseline;
  gap: 8px;
  margin: 0;
}
.number {
  color: var(--ink-3);
  font-size: 0.93rem;
}
.name {
  flex: 0 1 28rem;
}
.whom {
  margin: 4px 0;
}
.foot,
.acts,
.naming {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  margin-top: 4px;
}
.naming {
  align-items: end;
}
</style>

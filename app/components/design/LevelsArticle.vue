<script setup lang="ts">
import { costOf, inWords } from '~~/core/condition'
import type { ServiceLevel } from '~~/core/clock'
import { CompiledDesign, Directory } from '~~/core/design'
import { durationInWords, formatDuration, parseDuration, HOUR, MINUTE } from '~~/core/time'
import type { ArticleProps } from '~/composables/useDraft'

const props = defineProps<ArticleProps>()
const words = computed(() =>
  new CompiledDesign(props.design, 0).vocabulary(
    new Directory({ people: [], teams: [], sites: [], organisations: [], agreements: [] }),
  ),
)
const priorities = computed(() => props.design.priorities.filter((one) => one.active))

const show = (text?: string) => {
  if (!text) return ''
  try {
    const ms = parseDuration(text)
    return `${Math.floor(ms / HOUR)}:${String(Math.round((ms % HOUR) / MINUTE)).padStart(2, '0')}`
  } catch {
    return text
  }
}
const wrong = ref<string>()

function set(level: ServiceLevel, target: number, priority: string, text: string) {
  const match = /^(\d{1,4}):([0-5]\d)$/.exec(text.trim())
  if (text.trim() !== '' && !match) return (wrong.value = `${level.id}-${target}-${priority}`)
  wrong.value = undefined
  const targets = level.targets.map((one, at) => {
    if (at !== target) return one
    const { [priority]: _, ...rest } = one.granted
    return {
      ...one,
      granted: match
        ? { ...one.granted, [priority]: formatDuration(Number(match[1]) * HOUR + Number(match[2]) * MINUTE) }
        : rest,
    }
  })
  void props.change('serviceLevels', level.id, level, { ...level, targets })
}
const calendar = (target: ServiceLevel['targets'][number]) =>
  target.calendar === 'site'
    ? 'in the hours of the requester’s site'
    : `in the hours “${props.design.calendars.find((one) => one.id === (target.calendar as { calendar: string }).calendar)?.name}”`
</script>

<template>
  <div>
    <h1>5 Service levels</h1>
    <p class="quiet">
      Read from the top: for each target the first level whose condition holds makes the promise. Times in
      hours and minutes, such as 2:00.
    </p>
    <section v-for="(level, index) in design.serviceLevels" :id="level.id" :key="level.id">
      <h2>5.{{ index + 1 }} {{ level.name }}</h2>
      <p>
        Applies when <b>{{ inWords(level.when, words) }}</b>.<span
          v-if="costOf(level.when) > 1"
          class="quiet"
        >
          Costly to check: it reads whole texts.</span
        >
      </p>
      <DesignMargin :findings="findings" :place="`service-levels/${level.id}`" />
      <table class="ledger-table levels">
        <thead>
          <tr>
            <th>Target</th>
            <th v-for="one in priorities" :key="one.id" class="n">{{ one.numeral }}</th>
            <th>Hours</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(target, at) in level.targets" :key="target.target">
            <td>{{ target.label }}</td>
            <td v-for="one in priorities" :key="one.id" class="n">
              <template v-if="readonly">{{ show(target.granted[one.id]) || '–' }}</template>
              <template v-else>
                <input
                  :value="show(target.granted[one.id])"
                  :aria-label="`${level.name}, ${target.label}, priority ${one.numeral}`"
                  :aria-invalid="wrong === `${level.id}-${at}-${one.id}`"
                  size="5"
                  @change="set(level, at, one.id, ($event.target as HTMLInputElement).value)"
                />
                <span v-if="wrong === `${level.id}-${at}-${one.id}`" class="error-text" role="alert"
                  >write 2:00</span
                >
              </template>
            </td>
            <td class="quiet">
              {{ calendar(target)
              }}<template v-if="target.pauseIn.length">; stands still while waiting</template>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
    <p class="quiet">
      The shortest promise is
      {{
        durationInWords(
          Math.min(
            ...design.serviceLevels.flatMap((level) =>
              level.targets.flatMap((one) => Object.values(one.granted).map(parseDuration)),
            ),
          ),
        )
      }}.
    </p>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 18px;
}
.levels {
  max-width: 900px;
}
input {
  font: 500 1rem var(--mono);
  text-align: right;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 6px;
}
input[aria-invalid='true'] {
  border-color: var(--red);
}
section:target {
  background: var(--sea-2);
}
</style>

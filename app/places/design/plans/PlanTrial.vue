<script setup lang="ts">
import { mayHold, type Facts } from '~~/core/condition'
import { CompiledDesign, Directory, formsOfPlan, type Design, type Names } from '~~/core/design'
import { answerFacts, type Answer } from '~~/core/intake'
import { questionsAsked, trial, type Plan, type TrialLine, type TrialPace } from '~~/core/plan'
import { DAY, dayAndMonth, hoursAndMinutes, isoDate, MINUTE, timeOfDay, weekdayAndTime } from '~~/core/time'
import type { DirectoryPage } from '~/composables/useNames'

// A request made now, as this plan would go for it: what opens and is done when. Nothing is sent anywhere.
const props = defineProps<{ plan: Plan; design: Design; directory: DirectoryPage; names: Names }>()
const desk = useDeskTime()
/** To the minute: the dates do not change every second. */
const now = computed(() => Math.floor(desk.now / MINUTE) * MINUTE)
const zone = computed(() => props.design.desk.zone)
const PACES: { value: TrialPace; label: string }[] = [
  { value: 'work', label: 'as much work as it is' },
  { value: 'due', label: 'all the time that it has' },
]
const pace = ref<TrialPace>('due')
const changes = ref(false)

/** The items that this plan may be for. */
const items = computed(() => {
  const { when } = props.plan
  const some = props.design.items.filter(({ id, kind }) => !when || mayHold(when, { item: id, kind }))
  return some.map(({ id, name }) => ({ value: id, label: name }))
})
const chosen = ref<string | null>(null)
const item = computed(() => {
  const id = items.value.some((one) => one.value === chosen.value) ? chosen.value : items.value[0]?.value
  return props.design.items.find((one) => one.id === id)
})
/** Of the item's form, and of those that come later, only what the plan goes by. */
const form = computed(() => {
  const asks = [item.value?.form, ...formsOfPlan(props.plan)]
  const whole = props.design.forms.filter((one) => asks.includes(one.id))
  const asked = new Set(questionsAsked(props.plan))
  const questions = whole
    .flatMap((one) => one.steps)
    .flatMap((step) => step.questions)
    .filter((one) => asked.has(one.question) && library.value.has(one.question))
  return { id: 'trial', name: '', steps: questions.length ? [{ title: 'What it says', questions }] : [] }
})
const library = computed(() => new Map(props.design.questions.map((one) => [one.name, one])))
const said = ref<Record<string, Answer>>({})
/** What is answered where nobody has said anything else: all of it, two weeks ahead. */
function sampleOf(name: string): Answer | undefined {
  const question = library.value.get(name)
  const first = question?.options?.map((one) => one.value) ?? []
  if (question?.type === 'date') return isoDate(now.value + 14 * DAY, zone.value)
  if (question?.type === 'dateTime') return `${isoDate(now.value + 14 * DAY, zone.value)}T09:00:00Z`
  if (question?.type === 'manyChoices') return first
  if (question?.type === 'choice') return first[0]
  if (question?.type === 'yesNo') return true
  return question?.type === 'number' ? 1 : undefined
}
const asked = computed(() => form.value.steps.flatMap((step) => step.questions).map((one) => one.question))
const answers = computed(() =>
  Object.fromEntries(
    asked.value.flatMap((name) => {
      const answer = Object.hasOwn(said.value, name) ? said.value[name] : sampleOf(name)
      return answer === undefined ? [] : [[name, answer]]
    }),
  ),
)
const put = (name: string, value: Answer | undefined) =>
  (said.value = { ...said.value, [name]: value } as Record<string, Answer>)
const facts = computed<Facts>(() => ({
  ...(item.value && { item: item.value.id, kind: item.value.kind, category: item.value.category }),
  ...answerFacts(answers.value),
}))
const compiled = computed(() => new CompiledDesign(props.design, 0))
const tried = computed(() => {
  if (!now.value) return undefined
  const { hours: own } = props.plan
  const calendar = own !== undefined && compiled.value.hasCalendar(own) ? own : props.design.desk.calendar
  const { organisations, sites, teams } = props.directory
  const directory = new Directory({ people: [], agreements: [], organisations, sites, teams })
  const of = {
    now: now.value,
    facts: facts.value,
    hours: compiled.value.calendar(calendar),
    zone: zone.value,
  }
  try {
    return trial(props.plan, { ...of, directory }, pace.value)
  } catch {
    // What cannot be read is said by proofreading.
    return undefined
  }
})
/** Its lines, day by day. */
const days = computed(() => {
  const found: { day: string; lines: TrialLine[] }[] = []
  for (const line of tried.value?.lines ?? []) {
    const day = `${weekdayAndTime(line.at, zone.value).split(' ')[0]!} ${dayAndMonth(line.at, zone.value)}`
    if (found.at(-1)?.day !== day) found.push({ day, lines: [] })
    found.at(-1)!.lines.push(line)
  }
  return found
})
const undated = computed(() =>
  (tried.value?.undated ?? []).map(
    (id) => props.plan.stages.flatMap((stage) => stage.tasks).find((one) => one.id === id)?.text ?? id,
  ),
)
const choices = choicesAmong(() => ({
  person: props.names.technician,
  organisation: props.names.organisation,
  site: props.names.site,
  category: props.names.category,
}))
</script>

<template>
  <section class="trial" aria-labelledby="plan-trial">
    <header>
      <h2 id="plan-trial">A request made now</h2>
      <KitButton kind="link" class="small" :aria-expanded="changes" @click="changes = !changes">{{
        changes ? 'that is all' : 'change'
      }}</KitButton>
    </header>
    <KitEmpty v-if="!items.length" says="This plan is for no item of the catalog, so nothing can be tried." />
    <template v-else>
      <p class="small">
        <b>{{ item?.name }}</b>; each task takes {{ PACES.find((one) => one.value === pace)?.label }}.
      </p>
      <div v-if="changes" class="terms">
        <KitChoice v-model="chosen" label="What is asked for" :options="items" :placeholder="item?.name" />
        <KitChoice v-model="pace" label="Each task takes" :options="PACES" />
        <FormFields
          :steps="form.steps"
          :library="library"
          :answers="answers"
          :shown="new Set(asked)"
          :asker="{}"
          :problems="{}"
          :zone="zone"
          :choices="choices"
          prefix="trial"
          @answer="put"
        />
      </div>
      <template v-for="{ day, lines } in days" :key="day">
        <h3>{{ day }}</h3>
        <ol>
          <li v-for="(line, index) in lines" :key="index" :class="line.what">
            <span class="num">{{ timeOfDay(line.at, zone) }}{{ ' ' }}</span>
            <span v-if="line.what === 'ready'">ready</span>
            <span v-else-if="line.what === 'opens'"
              ><b>{{ line.number }} {{ line.name }}</b> opens</span
            >
            <span v-else>{{ line.number }} {{ line.name }}</span>
            <span class="num took">{{ line.took ? hoursAndMinutes(line.took) : '' }}</span>
          </li>
        </ol>
      </template>
      <p v-if="undated.length" class="small notice">
        Nobody can say when it is ready: it waits for {{ undated.map((one) => `“${one}”`).join(', ') }}.
      </p>
      <p class="small quiet">Nobody’s shifts and absences are reckoned with here; on a ticket they are.</p>
    </template>
  </section>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  border-bottom: 3px double var(--rule-2);
}
h2 {
  font-size: 1.15rem;
}
h3 {
  font-size: 0.95rem;
  border-bottom: 1px solid var(--rule);
  margin-top: 8px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: grid;
  grid-template-columns: 48px 1fr auto;
  gap: 6px;
  border-bottom: 1px dotted var(--rule);
  padding: 2px 0;
  font-size: 0.9rem;
}
li > span {
  overflow-wrap: anywhere;
}
.took {
  color: var(--ink-3);
}
.ready {
  border-bottom: 3px double var(--rule-2);
  font-weight: 600;
}
.terms {
  border-left: 3px solid var(--brass);
  padding: 0 0 4px 8px;
}
p {
  margin: 6px 0;
}
</style>

<script setup lang="ts">
import { targetNames } from '~~/core/clock'
import { inWords, type FactValue } from '~~/core/condition'
import { CompiledDesign, Directory } from '~~/core/design'
import { fieldFact } from '~~/core/fields'
import {
  actionInWords,
  atShare,
  linksOf,
  repeatInWords,
  rungMomentInWords,
  type ActionVocabulary,
  type Ladder,
  type Rung,
} from '~~/core/ladder'
import { statusNames } from '~~/core/lifecycle'
import { freeId } from '~~/core/naming'
import type { PageProps } from '~/composables/useDraft'
import { namesOf, type DirectoryPage } from '~/composables/useNames'

const props = defineProps<PageProps & { directory: DirectoryPage; version: number }>()
const NOBODY = new Directory({ people: [], teams: [], sites: [], organisations: [], agreements: [] })
const words = computed(() => new CompiledDesign(props.design, 0).vocabulary(NOBODY))
const names = computed(() => namesOf(props.design, props.directory))
const nameIn = (list: readonly { id: string; name: string }[], id: string) =>
  list.find((one) => one.id === id)?.name ?? id
const vocabulary = computed<ActionVocabulary>(() => ({
  person: (id) => nameIn(props.directory.people, id),
  rota: (id) => nameIn(props.design.rotas, id),
  question: (name) => props.design.questions.find((one) => one.name === name)?.label ?? name,
  team: (id) => nameIn(props.directory.teams, id),
  queue: (id) => nameIn(props.directory.queues, id),
  priority: (id) => nameIn(props.design.priorities, id),
  status: (id) => statusNames(props.design.kinds)[id] ?? id,
  field: (name) => props.design.fields.find((one) => one.name === name)?.label ?? name,
  fieldValue: (name, value) => words.value.value(fieldFact(name), value as FactValue),
  webhook: (id) => nameIn(props.design.webhooks, id),
  checklist: (id) => nameIn(props.design.checklists, id),
  ladder: (id) => nameIn(props.design.ladders, id),
  plan: (id) => nameIn(props.design.plans, id),
}))
const does = (rung: Rung) => rung.actions.map((one) => actionInWords(one, vocabulary.value)).join('; ')
const targetLabels = computed(() => targetNames(props.design))
const targets = computed(() => Object.entries(targetLabels.value))
const alongOf = ({ target }: Ladder) => target && (targetLabels.value[target] ?? target)
const links = computed(() =>
  linksOf(
    props.design.ladders,
    [...props.design.priorities].sort((a, b) => a.order - b.order).map((one) => one.id),
  ),
)
const setsOff = (id: string) => links.value.filter((one) => one.from === id)

const save = (ladder: Ladder, change: Partial<Ladder>) =>
  void props.change('ladders', ladder.id, ladder, { ...ladder, ...change })
const setRung = (ladder: Ladder, rung: Rung) =>
  save(ladder, { rungs: ladder.rungs.map((one) => (one.id === rung.id ? rung : one)) })
function addRung(ladder: Ladder) {
  const id = freeId('rung', (one) => ladder.rungs.some((rung) => rung.id === one), 'rung')
  const rung: Rung =
    ladder.target === undefined
      ? {
          id,
          moment: { at: 'start', after: 'PT30M' },
          actions: [{ do: 'notify', tell: [{ to: 'teamLead' }], template: 'rung' }],
        }
      : atShare(id, 1.5, [{ to: 'teamLead' }])
  save(ladder, { rungs: [...ladder.rungs, rung] })
}
function addLadder() {
  const id = freeId('ladder', (one) => props.design.ladders.some((ladder) => ladder.id === one), 'ladder')
  const ladder: Ladder = {
    id,
    name: 'A new ladder',
    ...(targets.value[0] && { target: targets.value[0][0] }),
    when: { all: [] },
    rungs: [atShare('due', 1, [{ to: 'teamLead' }])],
  }
  void props.change('ladders', id, null, ladder)
}
const { of: decidedBy } = useDecided()
// How often each rung rang, and what became of the promise it warned of.
type Figures = AnswerOf<'GET /api/ladders/figures'>[number]
const figures = ref<Figures[]>()
onMounted(async () => {
  figures.value = (await beside('How often each rung rang', api('GET /api/ladders/figures'))) ?? []
})
const monthsOf = (ladder: string) => [
  ...new Set((figures.value ?? []).filter((one) => one.ladder === ladder).map((one) => one.month)),
]
const figureOf = (ladder: string, rung: string, month: string) =>
  figures.value?.find((one) => one.ladder === ladder && one.rung === rung && one.month === month)
const rangOf = (ladder: Ladder) => monthsOf(ladder.id).length > 0
const headsOf = (ladder: Ladder) => [
  { label: 'No.', figures: true },
  { label: 'When it rings, and what it does' },
  ...monthsOf(ladder.id)
    .slice(0, 2)
    .map((month) => ({ label: `Rang in ${month}`, figures: true })),
  ...(props.readonly ? [] : [{ label: 'Take away', bare: true }]),
  { label: 'Findings', bare: true },
]
const momentOf = (ladder: Ladder, rung: Rung) => {
  try {
    return rungMomentInWords(alongOf(ladder), rung.moment)
  } catch {
    return 'at a moment that is not a length of time'
  }
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      A ladder climbs while a promise runs out, or while something else lasts. Each of its rungs rings once,
      or as often as it says, and does what stands beside it.
    </p>
    <p v-if="!readonly"><KitButton @click="addLadder">Add a ladder</KitButton></p>
    <section v-for="(ladder, index) in design.ladders" :id="ladder.id" :key="ladder.id">
      <h2>
        {{ number }}.{{ index + 1 }}
        <template v-if="readonly">{{ ladder.name }}</template>
        <KitText
          v-else
          bare
          in-place="heading"
          :label="`Name of ladder ${index + 1}`"
          :model-value="ladder.name"
          :commit="(name: string) => save(ladder, { name })"
        />
      </h2>
      <FindingsAt :findings="findings" :place="`ladders/${ladder.id}`" />
      <div class="terms">
        <template v-if="readonly">
          <p>
            {{ ladder.target ? `Climbs along “${alongOf(ladder)}”` : 'Climbs by itself' }} for tickets where
            <b>{{ inWords(ladder.when, words) }}</b><template v-if="ladder.startWhen"
              >; begins once <b>{{ inWords(ladder.startWhen, words) }}</b></template
            ><template v-if="ladder.stopWhen"
              >; ends as soon as <b>{{ inWords(ladder.stopWhen, words) }}</b></template
            >.
          </p>
        </template>
        <LadderTerms
          v-else
          :ladder="ladder"
          :design="design"
          :names="names"
          @change="props.change('ladders', ladder.id, ladder, $event)"
        />
      </div>
      <LadderAxis :ladder="ladder" :design="design" :does="does" />
      <ul v-if="setsOff(ladder.id).length" class="links">
        <li v-for="(link, at) in setsOff(ladder.id)" :key="at">
          can set off
          <NuxtLink :to="{ hash: `#${link.to}` }">{{ nameIn(design.ladders, link.to) }}</NuxtLink>, since it
          {{ link.why.startsWith('a message') ? `may send ${link.why}` : link.why }}
        </li>
      </ul>
      <div class="scroll-x" tabindex="0" role="group" :aria-label="`Rungs of ${ladder.name}`">
        <LedgerTable :heads="headsOf(ladder)" class="rungs">
          <tr v-for="(rung, at) in ladder.rungs" :id="`${ladder.id}-${rung.id}`" :key="rung.id">
            <td class="n">{{ at + 1 }}</td>
            <td>
              <template v-if="readonly">
                <b>{{ momentOf(ladder, rung) }}</b> {{ repeatInWords(rung) }}: {{ does(rung) }}
              </template>
              <RungRow
                v-else
                :rung="rung"
                :ladder="ladder"
                :design="design"
                :directory="directory"
                @change="setRung(ladder, $event)"
              />
              <DesignDecidedMark
                did="rang for"
                :rule="`ladders/${ladder.id}#${rung.id}`"
                :count="decidedBy(`ladders/${ladder.id}#${rung.id}`)"
              />
            </td>
            <td v-for="month in monthsOf(ladder.id).slice(0, 2)" :key="month" class="n">
              <template v-if="figureOf(ladder.id, rung.id, month)">
                <span class="num">{{ figureOf(ladder.id, rung.id, month)!.rang }}</span>
                <div v-if="ladder.target" class="small quiet">
                  {{ figureOf(ladder.id, rung.id, month)!.kept }} kept,
                  {{ figureOf(ladder.id, rung.id, month)!.missed }} missed
                </div>
              </template>
              <span v-else class="quiet">–</span>
            </td>
            <td v-if="!readonly">
              <KitButton
                kind="sign"
                :aria-label="`${ladder.name}, rung ${at + 1}: take away`"
                @click="save(ladder, { rungs: ladder.rungs.filter((one) => one.id !== rung.id) })"
                >×</KitButton
              >
            </td>
            <td><FindingsAt :findings="findings" :place="`ladders/${ladder.id}#${rung.id}`" /></td>
          </tr>
        </LedgerTable>
      </div>
      <p v-if="figures && !rangOf(ladder)" class="quiet small">It has not rung in the last half year.</p>
      <p v-if="!readonly">
        <KitButton @click="addRung(ladder)">Add a rung</KitButton>&nbsp;
        <KitButton kind="plain" @click="props.change('ladders', ladder.id, ladder, null)"
          >Remove {{ ladder.name }}</KitButton
        >
      </p>
    </section>
    <p v-if="!design.ladders.length" class="quiet">
      There is no ladder: nobody is told when a promise runs out.
    </p>
    <LadderTrial v-if="!readonly" :version="version" :design="design" />
    <hr class="double-rule" />
    <RotaPart v-bind="props" />
    <hr class="double-rule" />
    <WebhooksPart v-bind="props" />
  </div>
</template>

<style scoped>
h2 {
  margin-top: 22px;
}
section:target {
  background: var(--sea-2);
}
.terms p {
  margin: 4px 0;
}
.links {
  margin: 4px 0;
  padding-left: 18px;
}
.rungs {
  max-width: 1000px;
}
.rungs td {
  vertical-align: top;
}
</style>

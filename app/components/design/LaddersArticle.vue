<script setup lang="ts">
import { inWords } from '~~/core/condition'
import { CompiledDesign, Directory } from '~~/core/design'
import { onRota, turnEnds, type Ladder, type Recipient, type Rung } from '~~/core/ladder'
import { momentInWords } from '~~/core/time'
import type { ArticleProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

const props = defineProps<ArticleProps & { directory: DirectoryPage }>()
const time = useDeskTime()
const words = computed(() =>
  new CompiledDesign(props.design, 0).vocabulary(
    new Directory({ people: [], teams: [], sites: [], organisations: [], agreements: [] }),
  ),
)
const nameOf = (id?: string) => props.directory.people.find((one) => one.id === id)?.name ?? id ?? 'nobody'
const percent = (share: number) => `${Math.round(share * 100)} %`

const choices = computed(() => [
  { value: 'technician', label: 'the technician' },
  { value: 'teamLead', label: 'the lead of the team' },
  { value: 'requester', label: 'the requester' },
  ...props.design.rotas.map((rota) => ({ value: `rota:${rota.id}`, label: `on rota: ${rota.name}` })),
  ...props.directory.people
    .filter((one) => one.role !== 'requester')
    .map((one) => ({ value: `person:${one.id}`, label: one.name })),
])
const keyOf = (one: Recipient) =>
  one.to === 'rota' ? `rota:${one.rota}` : one.to === 'person' ? `person:${one.person}` : one.to
const recipientOf = (key: string): Recipient => {
  const [to, id] = key.split(':')
  if (to === 'rota') return { to, rota: id! }
  return to === 'person' ? { to, person: id! } : { to: to as 'technician' }
}
const labelOf = (one: Recipient) =>
  choices.value.find((choice) => choice.value === keyOf(one))?.label ?? keyOf(one)

function save(ladder: Ladder, rungs: Rung[]) {
  void props.change('ladders', ladder.id, ladder, {
    ...ladder,
    rungs: [...rungs].sort((a, b) => a.share - b.share),
  })
}
const setRung = (ladder: Ladder, id: string, change: Partial<Rung>) =>
  save(
    ladder,
    ladder.rungs.map((one) => (one.id === id ? { ...one, ...change } : one)),
  )
function addRung(ladder: Ladder) {
  const ids = new Set(ladder.rungs.map((one) => one.id))
  let number = ladder.rungs.length + 1
  while (ids.has(`rung-${number}`)) number++
  save(ladder, [
    ...ladder.rungs,
    { id: `rung-${number}`, share: 1.5, tell: [{ to: 'teamLead' }], template: 'rung' },
  ])
}
const span = (ladder: Ladder) => Math.max(1.15, ...ladder.rungs.map((rung) => rung.share + 0.15))
const place = (ladder: Ladder, share: number) => `${(share / span(ladder)) * 100}%`
</script>

<template>
  <div>
    <h1>6 Ladders and rota</h1>
    <section v-for="(ladder, index) in design.ladders" :id="ladder.id" :key="ladder.id">
      <h2>6.{{ index + 1 }} {{ ladder.name }}</h2>
      <p>
        Climbs along <b>{{ ladder.target }}</b> for tickets where <b>{{ inWords(ladder.when, words) }}</b>;
        each rung rings once, and stops with the target.
      </p>
      <DesignMargin :findings="findings" :place="`ladders/${ladder.id}`" />
      <div class="axis" aria-hidden="true">
        <div class="part" :style="{ width: place(ladder, 0.8) }" />
        <div
          class="part near"
          :style="{ left: place(ladder, 0.8), width: `calc(${place(ladder, 1)} - ${place(ladder, 0.8)})` }"
        />
        <div class="part past" :style="{ left: place(ladder, 1), right: 0 }" />
        <div class="due" :style="{ left: place(ladder, 1) }">due</div>
        <div
          v-for="rung in ladder.rungs"
          :key="rung.id"
          class="rung"
          :class="{ late: rung.share >= 1 }"
          :style="{ left: place(ladder, rung.share) }"
        >
          <b class="num">{{ percent(rung.share) }}</b><br />{{ rung.tell.map(labelOf).join(', ') }}
        </div>
      </div>
      <table class="ledger-table rungs">
        <thead>
          <tr>
            <th class="n">Share spent</th>
            <th>Who is told</th>
            <th>Message</th>
            <th><span class="sr-only">Take away</span></th>
            <th><span class="sr-only">Findings</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="rung in ladder.rungs" :key="rung.id">
            <td class="n">
              <template v-if="readonly">{{ percent(rung.share) }}</template>
              <span v-else
                ><input
                  type="number"
                  min="1"
                  max="1000"
                  :value="Math.round(rung.share * 100)"
                  :aria-label="`${ladder.name}: share of the target in per cent`"
                  @change="
                    setRung(ladder, rung.id, {
                      share: Number(($event.target as HTMLInputElement).value) / 100,
                    })
                  "
                />
                %</span
              >
            </td>
            <td>
              <template v-if="readonly">{{ rung.tell.map(labelOf).join(', ') }}</template>
              <select
                v-for="(one, at) in rung.tell"
                v-else
                :key="at"
                :value="keyOf(one)"
                :aria-label="`${ladder.name}, ${percent(rung.share)}: who is told`"
                @change="
                  setRung(ladder, rung.id, {
                    tell: rung.tell.map((old, i) =>
                      i === at ? recipientOf(($event.target as HTMLSelectElement).value) : old,
                    ),
                  })
                "
              >
                <option v-for="choice in choices" :key="choice.value" :value="choice.value">
                  {{ choice.label }}
                </option>
              </select>
            </td>
            <td>
              {{ design.templates.find((one) => one.id === rung.template)?.name }}
              <span class="quiet">by mail</span>
            </td>
            <td>
              <button
                v-if="!readonly"
                class="link"
                type="button"
                :aria-label="`${ladder.name}, ${percent(rung.share)}: take away`"
                @click="
                  save(
                    ladder,
                    ladder.rungs.filter((one) => one.id !== rung.id),
                  )
                "
              >
                ×
              </button>
            </td>
            <td><DesignMargin :findings="findings" :place="`ladders/${ladder.id}#${rung.id}`" /></td>
          </tr>
        </tbody>
      </table>
      <p v-if="!readonly"><button class="act" type="button" @click="addRung(ladder)">Add a rung</button></p>
    </section>
    <hr class="double-rule" />
    <section v-for="rota in design.rotas" :key="rota.id">
      <h2>Rota: {{ rota.name }}</h2>
      <p v-if="time.desk">
        On now: <b>{{ nameOf(onRota(rota, time.now)) }}</b> until
        {{ momentInWords(turnEnds(rota, time.now), rota.zone, time.now) }}; then
        <b>{{ nameOf(onRota(rota, turnEnds(rota, time.now))) }}</b>. Hands over every {{ rota.turnDays }} days
        at {{ rota.handOver }} in {{ rota.zone }}.
      </p>
      <p class="quiet">In turn: {{ rota.members.map(nameOf).join(', ') }}.</p>
      <DesignMargin :findings="findings" :place="`ladders/rota-${rota.id}`" />
    </section>
    <p v-if="design.rotas.length === 0" class="quiet">
      There is no rota yet; rungs can tell technicians, leads and named people.
    </p>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 18px;
}
section:target {
  background: var(--sea-2);
}
.axis {
  position: relative;
  height: 116px;
  margin: 26px 0 4px;
  max-width: 960px;
}
.part {
  position: absolute;
  top: 10px;
  left: 0;
  height: 9px;
  background: var(--sea-2);
  border: 1px solid var(--sea);
  border-width: 1px 0;
}
.part.near {
  background: var(--brass-2);
  border-color: var(--brass);
}
.part.past {
  height: 0;
  top: 14px;
  border-color: var(--red);
  border-width: 1px 0 0;
}
.due {
  position: absolute;
  top: -16px;
  border-left: 1.5px solid var(--ink);
  padding: 0 6px 18px;
  font-size: 0.86rem;
}
.rung {
  position: absolute;
  top: 20px;
  border-left: 1px solid var(--ink);
  padding: 34px 0 0 0;
  font-size: 0.9rem;
  width: 130px;
  line-height: 1.25;
}
.rung b {
  color: var(--ink);
}
.rung.late {
  border-color: var(--red);
}
.rung.late b {
  color: var(--red);
}
.rungs {
  max-width: 960px;
}
input,
select {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
  max-width: 220px;
}
input {
  width: 76px;
  font-family: var(--mono);
  text-align: right;
}
.link {
  text-decoration: none;
  padding: 2px 8px;
  min-width: 26px;
  min-height: 26px;
}
</style>

<script setup lang="ts">
import type { FileLine } from '../fileLine'

const STATES = [
  { name: 'plain' },
  { name: 'helped', help: 'As requesters will read it.' },
  { name: 'wrong', error: 'Please say more than one word.' },
  { name: 'still', disabled: true },
]
const TEAMS = ['Counter', 'Field', 'Network', 'Accounts'].map((label) => ({ value: label, label }))
const PEOPLE = [
  'Tora Aas',
  'Olin Brandt',
  'Ines Varga',
  'Ada Thorne',
  'Jory Penn',
  'Mael Quist',
  'Sanne Roo',
].map((label) => ({ value: label, label, note: 'Merrow Line' }))
const STAFF = PEOPLE.map(({ label }) => ({ id: label, name: label }))
const REPLIES = [{ id: 'seen', name: 'We are on it', text: 'We have seen it and are **on it**.' }]
const MANY = Array.from({ length: 40 }, (_, at) => ({ value: at + 1, label: `Shelf ${at + 1}` }))
const BRANCHES = [
  {
    key: 'network',
    label: 'Network',
    children: [
      { key: 'network.wireless', label: 'Wireless' },
      { key: 'network.cable', label: 'Cable' },
    ],
  },
  {
    key: 'access',
    label: 'Access',
    children: [{ key: 'access.badge', label: 'Badge', note: 'Hallin only' }],
  },
]
const values = reactive({
  text: 'The printer of the ferry office is dark',
  long: 'It went dark at noon.\nThe one beside it works.',
  words: 'Dear Ines,\n\nplease **restart** the reader:\n\n1. off\n2. on',
  number: 3 as number | null,
  money: 129.5 as number | null,
  span: 'PT2H30M',
  team: 'Field' as string | null,
  shelf: null as number | null,
  many: ['Counter', 'Network'] as readonly string[],
  category: 'network.cable' as string | null,
  person: 'Tora Aas' as string | null,
  day: '2026-11-27',
  moment: '2026-11-27T14:30:00+00:00',
  on: true,
  tick: true,
  signs: ['red'] as readonly string[],
  urgency: 'day' as string | null,
  password: '',
})
const find = (words: string) =>
  Promise.resolve(PEOPLE.filter((one) => one.label.toLowerCase().includes(words.toLowerCase())))
/** Kept in place: what is typed is taken over when it is left; a word of one letter is refused. */
const kept = ref('Night watch')
async function commit(now: string) {
  await new Promise((done) => setTimeout(done, 300))
  if (now.trim().length < 2) throw new Error('Please give it a name.')
  kept.value = now
}
const files = ref<FileLine[]>([
  { key: 1, name: 'printer.jpg', size: '2.1 MB' },
  { key: 2, name: 'a-very-long-name-of-a-file-that-somebody-gave-it-without-thinking.log', share: 0.4 },
  { key: 3, name: 'film.mov', problem: 'It is larger than 20 MB.' },
])
</script>

<template>
  <section aria-labelledby="fields">
    <h2 id="fields">What is filled in</h2>
    <div class="columns">
      <div>
        <KitText
          v-for="{ name, ...state } in STATES"
          :key="name"
          v-model="values.text"
          :label="`Summary, ${name}`"
          v-bind="state"
        />
        <KitText v-model="values.password" label="Password" type="password" autocomplete="off" />
        <KitText :model-value="kept" :commit="commit" label="Name, kept in place" />
        <KitButton kind="plain" @click="kept = 'Harbour hours'">Somebody else names it</KitButton>
      </div>
      <div>
        <KitLongText v-model="values.long" label="What happened" />
        <KitLongText v-model="values.long" label="What happened, wrong" error="Please say when." />
        <KitWords
          v-model="values.words"
          label="Reply"
          help="An @ names somebody, a / puts words at hand."
          takes-files
          :people="STAFF"
          :replies="REPLIES"
        />
        <KitNumber v-model="values.number" label="How many" unit="pieces" :min="1" />
        <KitNumber v-model="values.number" label="How many, wrong" error="At least one." />
        <KitMoney v-model="values.money" label="What it costs" currency="EUR" />
        <KitDuration v-model="values.span" label="Time promised" help="Kept as hours and minutes." />
      </div>
      <div>
        <KitChoice
          v-for="{ name, ...state } in STATES"
          :key="name"
          v-model="values.team"
          :label="`Team, ${name}`"
          :options="TEAMS"
          clears
          v-bind="state"
        />
        <KitChoice v-model="values.shelf" label="Shelf" :options="MANY" />
        <KitManyChoices v-model="values.many" label="Teams" :options="TEAMS" />
        <KitTreeChoice v-model="values.category" label="Category" :branches="BRANCHES" />
        <KitFinder v-model="values.person" label="Requester" :find="find" />
        <KitFinder v-model="values.person" label="Who asks" aside="if you know" :find="find" lists />
      </div>
      <div>
        <KitDay v-model="values.day" label="Wanted by" />
        <KitMoment v-model="values.moment" label="Visit begins" zone="Europe/London" />
        <KitTicks
          v-model="values.signs"
          label="What it does"
          :options="[
            { value: 'hums', label: 'it hums' },
            { value: 'red', label: 'its light is red', note: 'or orange' },
            { value: 'smokes', label: 'it smokes', disabled: true },
          ]"
        />
        <KitRadio
          v-model="values.urgency"
          label="How soon"
          :options="[
            { value: 'hour', label: 'within the hour', note: 'somebody cannot work' },
            { value: 'day', label: 'today' },
            { value: 'week', label: 'this week', disabled: true },
          ]"
        />
        <KitCheckbox v-model="values.tick" label="Tell the requester" help="By mail, in their language." />
        <KitCheckbox v-model="values.tick" label="I have read it" error="Please tick it first." />
        <p>
          <KitSwitch v-model="values.on" label="Alarms" note="on at once" />
          &nbsp;
          <KitSwitch :model-value="false" label="Pagers" disabled />
        </p>
        <KitSignature label="Signature" />
        <KitFiles label="Files" :lines="files" @remove="files = files.filter((one) => one !== $event)" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.columns {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(250px, 1fr));
  gap: 0 28px;
}
</style>

<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { LANGUAGE_NAMES, LANGUAGES, type Language } from '~~/core/words'
import type { Portal, PortalInk } from '~~/core/intake'
import type { DirectoryPage } from '~/composables/useNames'
import type { PageProps } from '~/composables/useDraft'

// The counters for requesters: each with its address, its words and what it shows; a new one is a copy of another.
const props = defineProps<PageProps & { directory: DirectoryPage }>()
const INKS: Record<PortalInk, string> = { sea: 'sea green', brass: 'brass', ink: 'blue-black' }

const put = (portal: Portal, change: Partial<Portal>) =>
  props.change('portals', portal.id, portal, { ...portal, ...change })
type Optional = 'mark' | 'ink' | 'priority' | 'team' | 'person' | 'signInBy'
function putOr(portal: Portal, key: Optional, value: string) {
  const { [key]: _, ...rest } = portal
  void props.change('portals', portal.id, portal, value ? { ...rest, [key]: value } : rest)
}
const staff = computed(() => props.directory.people.filter((one) => one.active && one.role !== 'requester'))
const SHOWN = { articles: 'shows articles', notices: 'shows notices' } as const
function setHidden(portal: Portal, what: 'articles' | 'notices', isHidden: boolean) {
  const { hides = [], ...rest } = portal
  const left = withOne(hides, what, isHidden) as ('articles' | 'notices')[]
  void props.change('portals', portal.id, portal, left.length ? { ...rest, hides: left } : rest)
}
const tagsOf = ({ languages }: Portal) => (languages?.length ? languages : ['en'])
const first = (list: readonly string[], one: string) => [one, ...list.filter((other) => other !== one)]
function setLanguages(portal: Portal, languages: string[]) {
  const { languages: _, ...rest } = portal
  const isPlain = languages.length === 1 && languages[0] === 'en'
  void props.change('portals', portal.id, portal, isPlain ? rest : { ...rest, languages })
}
function setLanguage(portal: Portal, language: Language, on: boolean) {
  const left = withOne(tagsOf(portal), language, on)
  // A portal says something in some language.
  if (left.length) setLanguages(portal, left)
}
function setTriesFirst(portal: Portal, isOn: boolean) {
  const { triesFirst: _, ...rest } = portal
  void props.change('portals', portal.id, portal, isOn ? { ...rest, triesFirst: true } : rest)
}
function setMail(portal: Portal, item: string, unknown: 'refuse' | 'keep') {
  const { byMail: _, ...rest } = portal
  void props.change('portals', portal.id, portal, item ? { ...rest, byMail: { item, unknown } } : rest)
}
function setHolds(portal: Portal, isOn: boolean) {
  const { holds: _, categoryLevels: __, ...rest } = portal
  void props.change('portals', portal.id, portal, isOn ? { ...rest, holds: true } : rest)
}
function setLevels(portal: Portal, levels: number) {
  const { categoryLevels: _, ...rest } = portal
  void props.change(
    'portals',
    portal.id,
    portal,
    levels >= 1 ? { ...rest, categoryLevels: Math.min(9, Math.round(levels)) } : rest,
  )
}
const withOne = (list: string[], id: string, on: boolean) => [
  ...list.filter((one) => one !== id),
  ...(on ? [id] : []),
]
const shows = (portal: Portal, group: string) => !portal.groups?.length || portal.groups.includes(group)
function setGroup(portal: Portal, group: string, on: boolean) {
  const all = props.design.groups.map((one) => one.id)
  const before = portal.groups?.length ? portal.groups : all
  const groups = all.filter((one) => (one === group ? on : before.includes(one)))
  // Showing all and showing whatever comes are the same thing; showing none would be a portal without a purpose.
  if (groups.length) void put(portal, { groups: groups.length === all.length ? [] : groups })
}
const items = (portal: Portal) =>
  props.design.items.filter(
    (one) => (one.portals.length === 0 || one.portals.includes(portal.id)) && shows(portal, one.group),
  ).length

const copying = ref<string>()
const name = ref('')
async function copy(portal: Portal) {
  const title = name.value.trim()
  if (!title) return
  const id = freeId(title, (one) => props.design.portals.some((other) => other.id === one), 'portal')
  // What the pattern shows, the copy shows too, also where items name their portals.
  const named = props.design.items.filter((one) => one.portals.includes(portal.id))
  const isDone = await props.changeAll([
    { list: 'portals', id, before: null, after: { ...portal, id, name: title } },
    ...named.map((before) => ({
      list: 'items',
      id: before.id,
      before,
      after: { ...before, portals: [...before.portals, id] },
    })),
  ])
  if (!isDone) return
  name.value = ''
  copying.value = undefined
}
const removing = ref<string>()
async function remove(portal: Portal) {
  removing.value = undefined
  const named = props.design.items.filter((one) => one.portals.includes(portal.id))
  await props.changeAll([
    ...named.map((before) => ({
      list: 'items',
      id: before.id,
      before,
      after: { ...before, portals: before.portals.filter((one) => one !== portal.id) },
    })),
    { list: 'portals', id: portal.id, before: portal, after: null },
  ])
}
/** Items that only this portal shows would show everywhere without it, so it cannot go before they have another. */
const alone = (portal: Portal) =>
  props.design.items.filter((one) => one.portals.length === 1 && one.portals[0] === portal.id)
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">The counters at which requesters ask. A new one is made as a copy of another.</p>
    <FindingsAt :findings="findings" place="portals" />
    <section
      v-for="(portal, at) in design.portals"
      :id="portal.id"
      :key="portal.id"
      :aria-label="portal.name"
    >
      <h2>{{ number }}.{{ at + 1 }} {{ portal.name }}</h2>
      <p class="small quiet">
        <a :href="`/portal/${portal.id}`">/portal/{{ portal.id }}</a> · {{ items(portal) }} things to ask for
      </p>
      <FindingsAt :findings="findings" :place="`portals/${portal.id}`" />
      <div class="fields">
        <label
          >Name
          <input
            class="inline-field"
            :value="portal.name"
            :disabled="readonly"
            @change="put(portal, { name: typedIn($event) })"
        /></label>
        <label
          >Words beside it
          <input
            class="inline-field"
            :value="portal.motto"
            :disabled="readonly"
            @change="put(portal, { motto: typedIn($event) })"
        /></label>
        <label
          >Mark, one or two letters
          <input
            class="inline-field"
            maxlength="2"
            :value="portal.mark"
            :disabled="readonly"
            @change="putOr(portal, 'mark', typedIn($event).trim())"
        /></label>
        <label
          >Ink of what can be pressed
          <select
            class="inline-field"
            :value="portal.ink ?? 'sea'"
            :disabled="readonly"
            @change="putOr(portal, 'ink', typedIn($event) === 'sea' ? '' : typedIn($event))"
          >
            <option v-for="(words, id) in INKS" :key="id" :value="id">{{ words }}</option>
          </select></label
        >
        <label
          >Mails come from
          <input
            class="inline-field"
            type="email"
            :value="portal.mailbox"
            :disabled="readonly"
            @change="put(portal, { mailbox: typedIn($event).trim() })"
        /></label>
        <label
          >Signs people off after minutes without activity
          <input
            class="inline-field"
            type="number"
            min="1"
            max="1440"
            :value="portal.inactivityMinutes"
            :disabled="readonly"
            @change="put(portal, { inactivityMinutes: Number(typedIn($event)) })"
        /></label>
        <label
          >What comes in
          <select
            class="inline-field"
            :value="portal.holds ? 'hold' : ''"
            :disabled="readonly"
            @change="setHolds(portal, typedIn($event) === 'hold')"
          >
            <option value="">is accepted at once</option>
            <option value="hold">waits in Arrivals until somebody accepts it</option>
          </select></label
        >
        <label
          >A mail to its mailbox that is new
          <select
            class="inline-field"
            :value="portal.byMail?.item ?? ''"
            :disabled="readonly"
            @change="setMail(portal, typedIn($event), portal.byMail?.unknown ?? 'refuse')"
          >
            <option value="">stays in the mailbox; only answers are taken</option>
            <option v-for="one in design.items" :key="one.id" :value="one.id">
              asks for: {{ one.name }}
            </option>
          </select></label
        >
        <label v-if="portal.byMail"
          >From an address that nobody has
          <select
            class="inline-field"
            :value="portal.byMail.unknown"
            :disabled="readonly"
            @change="setMail(portal, portal.byMail!.item, typedIn($event) as 'keep')"
          >
            <option value="refuse">is answered: we do not know you</option>
            <option value="keep">stays in the mailbox, unanswered</option>
          </select></label
        >
        <label
          >Priority of what comes in, where the source order asks portals
          <select
            class="inline-field"
            :value="portal.priority ?? ''"
            :disabled="readonly"
            @change="putOr(portal, 'priority', typedIn($event))"
          >
            <option value="">none</option>
            <option v-for="one in design.priorities" :key="one.id" :value="one.id">
              {{ one.numeral }} {{ one.name }}
            </option>
          </select></label
        >
        <label
          >Team of what no row of the routing fits
          <select
            class="inline-field"
            :value="portal.team ?? ''"
            :disabled="readonly"
            @change="putOr(portal, 'team', typedIn($event))"
          >
            <option value="">as the desk says</option>
            <option v-for="one in directory.teams" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
        <label
          >and the person who gets it
          <select
            class="inline-field"
            :value="portal.person ?? ''"
            :disabled="readonly"
            @change="putOr(portal, 'person', typedIn($event))"
          >
            <option value="">as the team says</option>
            <option v-for="one in staff" :key="one.id" :value="one.id">{{ one.name }}</option>
          </select></label
        >
        <label
          >People sign in with
          <select
            class="inline-field"
            :value="portal.signInBy ?? 'mail'"
            :disabled="readonly"
            @change="putOr(portal, 'signInBy', typedIn($event) === 'mail' ? '' : typedIn($event))"
          >
            <option value="mail">their mail address</option>
            <option value="shortName">their short name in the directory</option>
          </select></label
        >
        <label v-if="portal.holds"
          >Levels of category that it needs to be accepted
          <input
            class="inline-field"
            type="number"
            min="1"
            max="9"
            placeholder="any"
            :value="portal.categoryLevels"
            :disabled="readonly"
            @change="setLevels(portal, Number(typedIn($event)))"
        /></label>
      </div>
      <p role="group" :aria-label="`${portal.name}: articles and notices`">
        <label v-for="(words, what) in SHOWN" :key="what" class="tick-field"
          ><input
            type="checkbox"
            :checked="!portal.hides?.includes(what)"
            :disabled="readonly"
            @change="setHidden(portal, what, !isTicked($event))"
          />
          {{ words }}</label
        >
        <label class="tick-field"
          ><input
            type="checkbox"
            :checked="portal.triesFirst === true"
            :disabled="readonly"
            @change="setTriesFirst(portal, isTicked($event))"
          />
          offers them before a request is sent</label
        >
      </p>
      <p role="group" :aria-label="`${portal.name}: languages`">
        It is read in
        <label v-for="one in LANGUAGES" :key="one" class="tick-field"
          ><input
            type="checkbox"
            :checked="tagsOf(portal).includes(one)"
            :disabled="readonly"
            @change="setLanguage(portal, one, isTicked($event))"
          />
          {{ LANGUAGE_NAMES[one] }}</label
        >
        <label v-if="tagsOf(portal).length > 1"
          >and where nobody wants another, in
          <select
            class="inline-field"
            :value="tagsOf(portal)[0]"
            :disabled="readonly"
            @change="setLanguages(portal, first(tagsOf(portal), typedIn($event)))"
          >
            <option v-for="one in tagsOf(portal)" :key="one" :value="one">
              {{ LANGUAGE_NAMES[one as Language] ?? one }}
            </option>
          </select></label
        >
        <NuxtLink v-if="tagsOf(portal).length > 1" class="small" to="/design/languages"
          >what they say</NuxtLink
        >
      </p>
      <p role="group" :aria-label="`${portal.name}: who may sign in`">
        People of
        <label v-for="one in directory.organisations" :key="one.id" class="tick-field"
          ><input
            type="checkbox"
            :checked="portal.organisations.includes(one.id)"
            :disabled="readonly"
            @change="put(portal, { organisations: withOne(portal.organisations, one.id, isTicked($event)) })"
          />
          {{ one.name }}</label
        >
        <span class="quiet small">{{
          portal.organisations.length ? 'may sign in' : 'may sign in: everybody, since none is ticked'
        }}</span>
      </p>
      <p role="group" :aria-label="`${portal.name}: groups shown`">
        Shows
        <label v-for="one in design.groups" :key="one.id" class="tick-field"
          ><input
            type="checkbox"
            :checked="shows(portal, one.id)"
            :disabled="readonly"
            @change="setGroup(portal, one.id, isTicked($event))"
          />
          {{ one.name }}</label
        >
      </p>
      <div v-if="!readonly" class="small acts">
        <form v-if="copying === portal.id" class="naming" @submit.prevent="copy(portal)">
          <label>Name of the new portal <input v-model="name" class="inline-field" /></label>
          <button class="act" type="submit">Make it</button>
          <button class="link" type="button" @click="copying = undefined">leave it</button>
        </form>
        <button
          v-else
          class="link"
          type="button"
          :aria-label="`Copy ${portal.name}`"
          @click="copying = portal.id"
        >
          copy …
        </button>
        <template v-if="alone(portal).length"
          ><span class="quiet"
            >cannot be removed: only it shows
            {{
              alone(portal)
                .map((one) => one.name)
                .join(', ')
            }}</span
          ></template
        >
        <button v-else-if="removing !== portal.id" class="link" type="button" @click="removing = portal.id">
          remove …
        </button>
        <template v-else>
          Remove “{{ portal.name }}” from the draft? Its address then leads nowhere.
          <button class="link" type="button" @click="remove(portal)">Remove it</button> ·
          <button class="link" type="button" @click="removing = undefined">Keep it</button>
        </template>
      </div>
    </section>
  </div>
</template>

<style scoped>
h2 {
  margin-top: 18px;
  border-bottom: 3px double var(--rule-2);
  padding-bottom: 3px;
}
section:target h2 {
  background: var(--sea-2);
}
.fields {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 8px 18px;
  max-width: 980px;
  margin: 8px 0;
}
.fields label {
  display: flex;
  flex-direction: column;
}
.fields .inline-field {
  max-width: none;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
}
.naming {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
@media (max-width: 900px) {
  .fields {
    grid-template-columns: 1fr;
  }
}
</style>

<script setup lang="ts">
import { dayAndMonth } from '~~/core/time/words'

// Somebody calls: their request is logged for them, with the same form that they would have filled in.
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Log for somebody · Yare Ledger' })

type IntakePage = AnswerOf<'GET /api/intake'>
type AgreementPage = AnswerOf<'GET /api/intake/agreements/{number}'>

const route = useRoute()
const choices = useChoices()
await beside('Who can ask', choices.need(['person']))
const page = ref<IntakePage>()
const agreement = ref<AgreementPage>()
const error = ref<ApiError>()
const problems = ref<Record<string, string>>({})
const busy = ref(false)
const logged = ref<{ reference: number }>()
const summary = ref('')
const form = useForm(() => page.value?.asked)

async function attempt<T>(work: () => Promise<T>): Promise<T | undefined> {
  try {
    error.value = undefined
    return await work()
  } catch (thrown) {
    error.value = asApiError(thrown)
    return undefined
  }
}

// Who and what stand in the address, so that a reload loses neither.
const requester = computed(() => String(route.query.for ?? ''))
const item = computed(() => String(route.query.item ?? ''))
/** The agreement that they named: an organisation may have several. */
const named = computed(() => Number(route.query.agreement) || undefined)
async function load() {
  if (!requester.value) return (page.value = undefined)
  const query = { requester: requester.value, item: item.value || undefined, agreement: named.value }
  const found = await attempt(() => api('GET /api/intake', { query }))
  if (!found) return
  page.value = found
  await beside('What questions can be answered with', choices.need(form.namedTypes.value))
  form.fillIn()
}
watch([requester, item, named], load, { immediate: true })

const typed = ref('')
const everybody = computed(() => choices.lists.person ?? [])
/** A whole name, typed or taken from what is offered, needs no further key. */
function chooseNamed() {
  const [one, ...others] = everybody.value.filter((person) => person.label === typed.value)
  if (one && !others.length) void choose(one.value)
}
/** A number and Enter fetch the agreement; a name chooses the requester. */
async function find() {
  const words = typed.value.trim()
  if (!words) return
  if (/^\d+$/.test(words)) {
    agreement.value = await attempt(() =>
      api('GET /api/intake/agreements/{number}', { path: { number: Number(words) } }),
    )
    if (agreement.value) typed.value = ''
    return
  }
  const wanted = words.toLocaleLowerCase('en')
  const fitting = everybody.value.filter((one) => one.label.toLocaleLowerCase('en').includes(wanted))
  const exact = fitting.find((one) => one.label.toLocaleLowerCase('en') === wanted)
  const [only] = exact ? [exact] : fitting
  if (!only || (!exact && fitting.length > 1)) {
    const detail = only
      ? `${fitting.length} people fit “${words}”; write more of the name.`
      : `Nobody is called “${words}”. Write part of a name, or the number of an agreement.`
    error.value = new ApiError({ title: 'Not found', status: 404, detail })
    missing.value = only ? undefined : words
    return
  }
  await choose(only.value)
}
/** Who is missing in the directory is added here, without losing what is being done. */
const missing = ref<string>()
const session = useSession()
const mayAdd = computed(() => session.may('addRequesters'))
const adding = ref(false)
async function choose(person: string) {
  typed.value = ''
  missing.value = undefined
  adding.value = false
  if (!agreement.value?.people.some((one) => one.value === person)) agreement.value = undefined
  error.value = undefined
  const number = agreement.value?.number
  const query = { for: person, ...(item.value && { item: item.value }), ...(number && { agreement: number }) }
  await navigateTo({ path: '/log', query })
}
function ask(wanted: string) {
  problems.value = {}
  void navigateTo({ path: '/log', query: { ...route.query, for: requester.value, item: wanted } })
}
const requestKey = ref('')
onMounted(() => (requestKey.value = crypto.randomUUID()))

async function send() {
  if (busy.value || !page.value?.asked) return
  const found = form.check()
  problems.value = Object.fromEntries(found.map(({ question, message }) => [question, message]))
  if (found[0]) return document.getElementById(`q-${found[0].question}`)?.focus()
  busy.value = true
  const body = {
    item: page.value.asked.item.id,
    requester: page.value.requester.id,
    answers: form.given.value,
    ...(named.value && { agreement: named.value }),
    ...(summary.value.trim() && { summary: summary.value.trim() }),
  }
  const headers = { 'Idempotency-Key': requestKey.value }
  logged.value = await attempt(() => api('POST /api/tickets', { body, headers }))
  const fields = error.value?.problem.fields ?? []
  problems.value = Object.fromEntries(fields.map(({ field, message }) => [field, message]))
  busy.value = false
}
async function another() {
  for (const name of Object.keys(form.answers)) form.put(name, undefined)
  logged.value = agreement.value = undefined
  summary.value = ''
  requestKey.value = crypto.randomUUID()
  await navigateTo('/log')
}
const COVER = { covered: 'covered', expired: 'agreement expired', oneOff: 'no agreement: a one-off job' }
/** A day of the agreement: the same on every screen, whatever zone it is looked at from. */
const day = (date: string) => dayAndMonth(Date.parse(date), 'UTC')
</script>

<template>
  <div class="sheet">
    <h1>Log for somebody</h1>
    <section v-if="logged" aria-live="polite">
      <p>
        Logged as
        <NuxtLink class="num" :to="`/desk/${logged.reference}`">{{ logged.reference }}</NuxtLink> for
        {{ page?.requester.name }}, who gets a confirmation by mail.
      </p>
      <p><button class="act main" type="button" @click="another">Log another</button></p>
    </section>
    <template v-else>
      <form class="who" role="search" @submit.prevent="find">
        <label for="who">Who is it for? A name, or the number of an agreement</label>
        <input
          id="who"
          v-model="typed"
          class="inline-field"
          list="people"
          autocomplete="off"
          @input="chooseNamed"
        />
        <datalist id="people">
          <option v-for="one in everybody" :key="one.value" :value="one.label" />
        </datalist>
        <button class="act" type="submit">Find</button>
      </form>
      <div v-if="agreement" class="notice" :class="agreement.state === 'covered' ? 'good' : 'bad'">
        Agreement <b class="num">{{ agreement.number }}</b>: {{ agreement.name }}, {{ agreement.cover }},
        {{ agreement.state === 'covered' ? 'until' : 'expired' }} {{ day(agreement.last) }}.
        <span v-if="agreement.people.length">
          For
          <button
            v-for="one in agreement.people.slice(0, 12)"
            :key="one.value"
            class="link person"
            type="button"
            @click="choose(one.value)"
          >
            {{ one.label }}
          </button>
        </span>
      </div>
      <p v-if="error" class="notice bad" role="alert">
        {{ error.problem.detail }}
        <button v-if="missing && !adding && mayAdd" class="link" type="button" @click="adding = true">
          Add “{{ missing }}” to the directory …
        </button>
      </p>
      <ThingForm
        v-if="missing && adding"
        list="people"
        :begins="{ name: missing, role: 'requester' }"
        @done="choose($event.id)"
        @close="adding = false"
      />
      <template v-if="page">
        <dl class="parts">
          <dt>Requester</dt>
          <dd>
            <b>{{ page.requester.name }}</b> · {{ page.requester.mail }}
          </dd>
          <dt>From</dt>
          <dd>
            {{ page.requester.organisation ?? 'no organisation'
            }}{{ page.requester.site ? ` · ${page.requester.site}` : '' }}
          </dd>
          <dt>Cover</dt>
          <dd :class="{ bad: page.requester.cover.state !== 'covered' }">
            <b>{{ COVER[page.requester.cover.state] }}</b>
            <template v-if="page.requester.cover.number">
              · {{ page.requester.cover.cover }}, agreement
              <span class="num">{{ page.requester.cover.number }}</span>,
              {{ page.requester.cover.state === 'covered' ? 'until' : 'ran out' }}
              {{ day(page.requester.cover.last!) }}
            </template>
          </dd>
        </dl>
        <p>
          <label
            >What is asked for?
            <select class="inline-field" :value="item" @change="ask(typedIn($event))">
              <option value="" disabled>choose from the catalog</option>
              <optgroup v-for="group in page.groups" :key="group.name" :label="group.name">
                <option v-for="one in group.items" :key="one.value" :value="one.value">
                  {{ one.label }}
                </option>
              </optgroup>
            </select></label
          >
        </p>
        <form v-if="page.asked" novalidate @submit.prevent="send">
          <p class="quiet">{{ page.asked.item.description }}</p>
          <FormFields
            :steps="page.asked.form.steps"
            :library="form.library.value"
            :answers="form.answers"
            :shown="form.shown.value"
            :asker="page.asked.asker"
            :problems="problems"
            :zone="page.requester.zone"
            :choices="choices.lists"
            @answer="form.put"
          />
          <div class="field">
            <label for="summary"
              >In one line <span class="quiet optional">if it says more than the item</span></label
            >
            <input id="summary" v-model="summary" class="inline-field wide" maxlength="200" />
          </div>
          <button class="act main" type="submit" :disabled="busy">{{ busy ? 'Logging …' : 'Log it' }}</button>
        </form>
      </template>
      <p v-else-if="!agreement" class="quiet">
        The form is the one that they would fill in themselves; they get the confirmation and see the request
        among their own.
      </p>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  max-width: 760px;
  padding: 16px 24px 60px;
  height: 100%;
  overflow-y: auto;
}
.who {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  margin: 10px 0;
}
.who label {
  flex-basis: 100%;
  font-weight: 600;
}
.who .inline-field {
  width: 320px;
}
.person + .person {
  margin-left: 10px;
}
.parts {
  display: grid;
  grid-template-columns: 110px 1fr;
  margin: 12px 0;
}
.parts dt,
.parts dd {
  margin: 0;
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
}
.parts dt {
  color: var(--ink-3);
}
.bad b {
  color: var(--red);
}
.optional {
  font-weight: 400;
}
.wide {
  width: 100%;
  max-width: none;
}
</style>

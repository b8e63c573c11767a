<script setup lang="ts">
import { dayAndMonth } from '~~/core/time'
import type { BodyField } from '~/composables/bodyOf'
import type { DirectoryPage } from '~/composables/useNames'
import { present } from '~~/core/lookup'

// Support agreements: what organisations have bought, until when, and what runs out soon.
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Agreements · Yare Ledger' })

type List = AnswerOf<'GET /api/agreements'>

const route = useRoute()
const session = useSession()
const list = ref<List>()
const directory = ref<DirectoryPage>()
const problem = ref('')
const search = computed(() => String(route.query.find ?? ''))
const soon = computed(() => route.query.view === 'ending')
const find = ref(search.value)

async function load() {
  try {
    const query = { search: search.value || undefined, endsWithin: soon.value ? 90 : undefined }
    list.value = await api('GET /api/agreements', { query })
    directory.value ??= await api('GET /api/people')
    problem.value = ''
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
await load()
watch([search, soon], load)
async function more() {
  const query = {
    search: search.value || undefined,
    endsWithin: soon.value ? 90 : undefined,
    after: present(list.value).next,
  }
  const next = await api('GET /api/agreements', { query })
  list.value = { ...next, rows: [...present(list.value).rows, ...next.rows] }
}

const open = ref<number | 'new'>()
const said = ref('')
const fields = computed<BodyField[]>(() => [
  {
    name: 'organisation',
    label: 'Organisation',
    options: directory.value?.organisations.map(({ id, name }) => ({ value: id, label: name })) ?? [],
  },
  {
    name: 'cover',
    label: 'Cover',
    offers: list.value?.covers,
    asksNew: true,
    help: 'a new word makes a new cover',
  },
  {
    name: 'type',
    label: 'Type',
    offers: list.value?.types,
    asksNew: true,
    help: 'a new word makes a new type',
  },
  { name: 'first', label: 'First day', type: 'date' },
  { name: 'last', label: 'Last day', type: 'date', help: 'a year from the first day if left empty' },
  { name: 'amount', label: 'Amount', type: 'number' },
  { name: 'contact', label: 'Contact' },
  { name: 'phone', label: 'Telephone' },
  { name: 'mail', label: 'Mail', type: 'email' },
  { name: 'address', label: 'Address' },
  { name: 'calendar', label: 'Hours', help: 'calendar of the design; those of its sites if left empty' },
  {
    name: 'priority',
    label: 'Priority',
    help: 'id of a priority of the design, where the source order asks agreements',
  },
  { name: 'remarks', label: 'Remarks', type: 'longText' },
])
async function send(body: BodyOf<'POST /api/agreements'>) {
  const at = open.value
  const { number } = await (at === undefined || at === 'new'
    ? api('POST /api/agreements', { body })
    : api('PATCH /api/agreements/{number}', { path: { number: at }, body }))
  said.value = at === 'new' ? `Agreement ${number} is made.` : `Agreement ${number} is changed.`
}
async function done() {
  open.value = undefined
  await load()
}
const STANDING = { covered: 'in force', expired: 'ran out', toCome: 'to come' }
/** A day of an agreement, as every screen writes it. */
const day = (date: string) => dayAndMonth(Date.parse(date), 'UTC')
const money = (amount?: number) =>
  amount === undefined ? '' : amount.toLocaleString('en-GB', { minimumFractionDigits: 2 })
</script>

<template>
  <div class="sheet">
    <DirectoryNav />
    <h1>
      Agreements <span v-if="list" class="quiet small">{{ list.total }}</span>
    </h1>
    <p v-if="said" class="notice good" role="status">{{ said }}</p>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button class="link" type="button" @click="load">Try again</button>
    </p>
    <form
      class="tools"
      role="search"
      @submit.prevent="navigateTo({ query: { ...(find && { find }), ...(soon && { view: 'ending' }) } })"
    >
      <input
        v-model="find"
        class="inline-field"
        type="search"
        aria-label="Find an agreement"
        placeholder="Number, holder, cover"
      />
      <NuxtLink
        :to="{ query: { ...(find && { find }) } }"
        :class="{ on: !soon }"
        :aria-current="!soon ? 'page' : undefined"
        >All</NuxtLink
      >
      <NuxtLink
        :to="{ query: { ...(find && { find }), view: 'ending' } }"
        :class="{ on: soon }"
        :aria-current="soon ? 'page' : undefined"
        >Running out in 90 days</NuxtLink
      >
      <button v-if="session.isLead" class="act main" type="button" @click="open = 'new'">
        New agreement …
      </button>
    </form>
    <BodyForm
      v-if="open === 'new'"
      prefix="new"
      :fields="fields"
      :values="{}"
      verb="Make it"
      :send="send"
      @done="done"
      @close="open = undefined"
    />
    <div class="scroll-x">
      <table v-if="list?.rows.length" class="ledger-table">
        <thead>
          <tr>
            <th class="n">No.</th>
            <th>Holder</th>
            <th>Cover</th>
            <th>Type</th>
            <th>From</th>
            <th>Until</th>
            <th>Standing</th>
            <th class="n">Amount</th>
            <th class="n">Equipment</th>
            <th>Contact</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="one in list.rows" :key="one.number">
            <tr :class="{ out: one.standing === 'expired' }">
              <td class="n">
                <button
                  v-if="session.isLead"
                  class="link"
                  type="button"
                  :aria-expanded="open === one.number"
                  @click="open = open === one.number ? undefined : one.number"
                >
                  {{ one.number }}
                </button>
                <template v-else>{{ one.number }}</template>
              </td>
              <td>
                <b>{{ one.name }}</b>
              </td>
              <td>{{ one.cover }}</td>
              <td>{{ one.type }}</td>
              <td class="t">{{ day(one.first) }}</td>
              <td class="t">{{ day(one.last) }}</td>
              <td>
                {{ STANDING[one.standing]
                }}<span v-if="one.standing === 'covered' && one.daysLeft <= 90" class="close">
                  · {{ one.daysLeft }} days left</span
                >
              </td>
              <td class="n">{{ money(one.amount) }}</td>
              <td class="n">
                <NuxtLink
                  v-if="one.equipment"
                  :to="`/directory/equipment?find=${encodeURIComponent(one.name)}`"
                  >{{ one.equipment }}</NuxtLink
                >
                <template v-else>0</template>
              </td>
              <td>
                {{ one.contact }}
                <span v-if="one.mail" class="quiet small">{{ one.mail }}</span>
              </td>
            </tr>
            <tr v-if="one.remarks && open !== one.number" class="under">
              <td></td>
              <td colspan="9" class="quiet small">{{ one.remarks }}</td>
            </tr>
            <tr v-if="open === one.number">
              <td colspan="10">
                <BodyForm
                  :prefix="`a${one.number}`"
                  :fields="fields"
                  :values="one as never"
                  verb="Keep the changes"
                  :send="send"
                  @done="done"
                  @close="open = undefined"
                />
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <p v-else-if="list" class="quiet">
        {{
          soon
            ? 'No agreement runs out in the next 90 days.'
            : search
              ? `No agreement fits “${search}”.`
              : 'No agreement yet. Without one, what is asked for is a one-off job.'
        }}
      </p>
    </div>
    <p v-if="list?.next"><button class="act" type="button" @click="more">Show more</button></p>
    <CsvExchange list="agreements" what="All agreements" @taken="load" />
  </div>
</template>

<style scoped>
.sheet {
  height: 100%;
  overflow-y: auto;
  padding: 16px 24px 40px;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  margin: 8px 0;
}
.tools .on {
  color: var(--ink);
  font-weight: 650;
  text-decoration: none;
}
.out td {
  color: var(--ink-3);
}
.close {
  color: var(--brass);
  font-weight: 600;
}
</style>

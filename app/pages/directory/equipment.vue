<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { BodyField } from '~/composables/bodyOf'
import type { DirectoryPage } from '~/composables/useNames'
import { present } from '~~/core/lookup'

// What the desk looks after: whose it is, what covers it, and where it is while it is being repaired.
definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Equipment · Yare Ledger' })

type List = AnswerOf<'GET /api/equipment'>

const route = useRoute()
const session = useSession()
const time = useDeskTime()
const list = ref<List>()
const directory = ref<DirectoryPage>()
const problem = ref('')
const search = computed(() => String(route.query.find ?? ''))
const away = computed(() => route.query.view === 'away')
const find = ref(search.value)
const asked = (after?: number) => ({
  search: search.value || undefined,
  out: away.value || undefined,
  after,
})

async function load() {
  try {
    list.value = await api('GET /api/equipment', { query: asked() })
    directory.value ??= await api('GET /api/people')
    problem.value = ''
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
await load()
watch([search, away], load)
async function more() {
  const next = await api('GET /api/equipment', { query: asked(present(list.value).next) })
  list.value = { ...next, rows: [...present(list.value).rows, ...next.rows] }
}

/** Which line has a form open, and which form. */
const open = ref<{ number?: number; what: 'new' | 'change' | 'repair' | 'back' }>()
const isOpen = (number: number, what: string) => open.value?.number === number && open.value.what === what
const toggle = (number: number, what: 'change' | 'repair' | 'back') =>
  (open.value = isOpen(number, what) ? undefined : { number, what })
const said = ref('')
const named = (list?: { id: string; name: string }[]) =>
  list?.map(({ id, name }) => ({ value: id, label: name })) ?? []
const FIELDS = computed<Record<string, BodyField[]>>(() => {
  const thing: BodyField[] = [
    { name: 'name', label: 'What it is' },
    { name: 'maker', label: 'Maker' },
    { name: 'model', label: 'Model' },
    { name: 'serial', label: 'Serial number' },
    { name: 'organisation', label: 'Organisation', options: named(directory.value?.organisations) },
    { name: 'site', label: 'Site', options: named(directory.value?.sites) },
    { name: 'agreement', label: 'Covered by agreement', type: 'number' },
    { name: 'warranty', label: 'Last day of warranty', type: 'date' },
    { name: 'remarks', label: 'Remarks', type: 'longText' },
  ]
  return {
    new: thing,
    change: thing,
    repair: [
      { name: 'shop', label: 'Repair shop', offers: shops.value },
      { name: 'expected', label: 'Expected back', type: 'date' },
      { name: 'reference', label: 'For ticket', type: 'number' },
    ],
    back: [{ name: 'remarks', label: 'What was done there', type: 'longText' }],
  }
})
const shops = computed(() => [...new Set((list.value?.rows ?? []).flatMap((one) => one.away?.shop ?? []))])
const VERBS = { new: 'Add it', change: 'Keep the changes', repair: 'Send it', back: 'It is back' }
type Sent = BodyOf<'POST /api/equipment'> &
  BodyOf<'POST /api/equipment/{number}/repair'> &
  BodyOf<'POST /api/equipment/{number}/back'>
async function send(body: Sent) {
  const { number, what } = present(open.value)
  const path = { number: present(number) }
  const acts = {
    new: () => api('POST /api/equipment', { body }),
    change: () => api('PATCH /api/equipment/{number}', { path, body }),
    repair: () => api('POST /api/equipment/{number}/repair', { path, body }),
    back: () => api('POST /api/equipment/{number}/back', { path, body }),
  }
  const made = await acts[what]()
  said.value = {
    new: `${made.number} is added.`,
    change: `${made.number} is changed.`,
    repair: `${made.number} is out for repair.`,
    back: `${made.number} is back.`,
  }[what]
}
async function done() {
  open.value = undefined
  await load()
}
const when = (at: number) => momentInWords(at, present(session.me).zone, time.now)
</script>

<template>
  <div class="sheet">
    <DirectoryNav />
    <h1>
      Equipment <span v-if="list" class="quiet small">{{ list.total }}</span>
    </h1>
    <p v-if="said" class="notice good" role="status">{{ said }}</p>
    <p v-if="problem" class="notice bad" role="alert">
      {{ problem }} <button class="link" type="button" @click="load">Try again</button>
    </p>
    <form
      class="tools"
      role="search"
      @submit.prevent="navigateTo({ query: { ...(find && { find }), ...(away && { view: 'away' }) } })"
    >
      <input
        v-model="find"
        class="inline-field"
        type="search"
        aria-label="Find equipment"
        placeholder="Number, words, serial"
      />
      <NuxtLink
        :to="{ query: { ...(find && { find }) } }"
        :class="{ on: !away }"
        :aria-current="!away ? 'page' : undefined"
        >All</NuxtLink
      >
      <NuxtLink
        :to="{ query: { ...(find && { find }), view: 'away' } }"
        :class="{ on: away }"
        :aria-current="away ? 'page' : undefined"
        >Out for repair</NuxtLink
      >
      <button v-if="session.isLead" class="act main" type="button" @click="open = { what: 'new' }">
        Add equipment …
      </button>
    </form>
    <BodyForm
      v-if="open?.what === 'new'"
      prefix="new"
      :fields="FIELDS.new!"
      :values="{}"
      :verb="VERBS.new"
      :send="send"
      @done="done"
      @close="open = undefined"
    />
    <div class="scroll-x">
      <table v-if="list?.rows.length" class="ledger-table">
        <thead>
          <tr>
            <th class="n">No.</th>
            <th>What it is</th>
            <th>Maker, model, serial</th>
            <th>Whose, where</th>
            <th>Agreement</th>
            <th>Warranty</th>
            <th>Repair</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="one in list.rows" :key="one.number">
            <tr>
              <td class="n">
                <button
                  v-if="session.isLead"
                  class="link"
                  type="button"
                  :aria-expanded="isOpen(one.number, 'change')"
                  @click="toggle(one.number, 'change')"
                >
                  {{ one.number }}
                </button>
                <template v-else>{{ one.number }}</template>
              </td>
              <td>
                <b>{{ one.name }}</b>
                <div v-if="one.remarks" class="quiet small">{{ one.remarks }}</div>
              </td>
              <td>
                {{ [one.maker, one.model].filter(Boolean).join(' ') }}
                <span class="num quiet small">{{ one.serial }}</span>
              </td>
              <td>{{ [one.organisationName, one.siteName].filter(Boolean).join(' · ') }}</td>
              <td>
                <NuxtLink
                  v-if="one.agreement"
                  class="num"
                  :to="`/directory/agreements?find=${one.agreement}`"
                  >{{ one.agreement }}</NuxtLink
                >
                <span class="quiet"> {{ one.agreement ? (one.covered ? '' : 'ran out') : 'none' }}</span>
              </td>
              <td>
                {{ one.warranty ? (one.inWarranty ? `until ${one.warranty}` : `ended ${one.warranty}`) : '' }}
              </td>
              <td>
                <template v-if="one.away">
                  at {{ one.away.shop }} since {{ when(one.away.sentAt) }}
                  <span v-if="one.away.expectedAt" :class="one.away.expectedAt < time.now ? 'late' : 'quiet'">
                    {{ one.away.expectedAt < time.now ? 'overdue, was expected by' : 'expected by' }}
                    {{ when(one.away.expectedAt) }}</span
                  >
                  <NuxtLink v-if="one.away.reference" class="num" :to="`/desk/${one.away.reference}`">{{
                    one.away.reference
                  }}</NuxtLink>
                  <button
                    class="link"
                    type="button"
                    :aria-label="`${one.number} is back …`"
                    @click="toggle(one.number, 'back')"
                  >
                    it is back …
                  </button>
                </template>
                <button
                  v-else
                  class="link"
                  type="button"
                  :aria-label="`Send ${one.number} to a repair shop …`"
                  @click="toggle(one.number, 'repair')"
                >
                  send …
                </button>
              </td>
            </tr>
            <tr v-if="open?.number === one.number">
              <td colspan="7">
                <p v-if="open.what === 'repair' && !one.inWarranty" class="small close">
                  It is not in warranty: the shop will ask for money.
                </p>
                <BodyForm
                  :key="open.what"
                  :prefix="`e${one.number}`"
                  :fields="FIELDS[open.what]!"
                  :values="open.what === 'change' ? (one as never) : {}"
                  :verb="VERBS[open.what]"
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
          away
            ? 'Nothing is out for repair.'
            : search
              ? `No equipment fits “${search}”.`
              : 'No equipment yet. Add it here, or take in a file.'
        }}
      </p>
    </div>
    <p v-if="list?.next"><button class="act" type="button" @click="more">Show more</button></p>
    <CsvExchange list="equipment" what="All equipment" @taken="load" />
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
.close {
  color: var(--brass);
  font-weight: 600;
}
.late {
  color: var(--red);
}
</style>

<script setup lang="ts">
import { factLines } from '~~/core/assist'
import { dayAndMonth, momentInWords } from '~~/core/time'
import { toast } from '~/kit/toast'
import type { ThingPage } from './useThings'

// What became of a machine: where it is while a shop repairs it, what repairs cost, and its tickets.
const props = defineProps<{ id: string; name: string; away?: ThingPage['more']['away'] }>()
const session = useSession()
const mayRepair = computed(() => session.may('repairEquipment'))
const time = useDeskTime()
const zone = computed(() => session.me?.zone ?? 'UTC')
const when = (at: number) => momentInWords(at, zone.value, time.now)
const day = (at: number) => dayAndMonth(at, zone.value)
const isLate = computed(
  () =>
    props.away?.expectedAt !== null &&
    props.away?.expectedAt !== undefined &&
    props.away.expectedAt < time.now,
)
const history = useQuery({
  key: () => ['directory', 'equipment', props.id, 'history'],
  query: ({ signal }) =>
    api('GET /api/equipment/{number}/history', { path: { number: Number(props.id) }, signal }),
})
const past = computed(() => (history.data.value?.repairs ?? []).filter((one) => one.backAt !== null))
const seen = computed(() => history.data.value?.seen)
const facts = computed(() => (seen.value ? factLines(seen.value.facts, zone.value, time.now) : []))
const money = (amount: number) => amount.toLocaleString('en-GB', { minimumFractionDigits: 2 })
const open = ref<'repair' | 'back'>()
const NOTHING = { shop: '', expected: '', reference: null, remarks: '', cost: null }
const typed = reactive({ ...NOTHING } as {
  shop: string
  expected: string
  reference: number | null
  remarks: string
  cost: number | null
})
const { busy, error, run } = useDeed()
const cache = useQueryCache()
async function send() {
  const path = { number: Number(props.id) }
  const { shop, expected, reference, remarks, cost } = typed
  const done = await run(() =>
    open.value === 'back'
      ? api('POST /api/equipment/{number}/back', {
          path,
          body: { remarks: remarks || undefined, cost: cost ?? undefined },
        })
      : api('POST /api/equipment/{number}/repair', {
          path,
          body: { shop, expected: expected || undefined, reference: reference ?? undefined },
        }),
  )
  if (!done) return
  toast(open.value === 'back' ? `${props.name} is back.` : `${props.name} is out for repair.`)
  open.value = undefined
  Object.assign(typed, NOTHING)
  await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
}
</script>

<template>
  <section aria-labelledby="repair">
    <h2 id="repair">Repair</h2>
    <p v-if="away">
      At <b>{{ away.shop }}</b> since {{ when(away.sentAt)
      }}<template v-if="away.expectedAt"
        >, expected back
        <span :class="{ late: isLate }"
          >by {{ when(away.expectedAt) }}{{ isLate ? ', overdue' : '' }}</span
        ></template
      ><template v-if="away.reference"
        >, for <NuxtLink class="num" :to="`/desk/${away.reference}`">{{ away.reference }}</NuxtLink></template
      >.
    </p>
    <p v-else class="quiet">It is not at a repair shop.</p>
    <p v-if="!open">
      <KitButton v-if="away && mayRepair" @click="open = 'back'">It is back …</KitButton>
      <KitButton v-else-if="mayRepair" @click="open = 'repair'">Send it to a shop …</KitButton>
      &nbsp;<NuxtLink class="small" :to="{ path: '/directory/labels', query: { numbers: id } }"
        >Its label</NuxtLink
      >
    </p>
    <form v-else class="panel" novalidate @submit.prevent="send" @keydown.esc.stop="open = undefined">
      <template v-if="open === 'repair'">
        <KitText v-model="typed.shop" label="Repair shop" focuses :error="error?.on('shop')" />
        <KitDay v-model="typed.expected" label="Expected back" :error="error?.on('expected')" />
        <KitNumber v-model="typed.reference" label="For ticket" :min="1" :error="error?.on('reference')" />
      </template>
      <template v-else>
        <KitLongText
          v-model="typed.remarks"
          label="What was done there"
          focuses
          :error="error?.on('remarks')"
        />
        <KitNumber
          v-model="typed.cost"
          label="What it cost"
          :min="0"
          :places="2"
          :fixed="2"
          :error="error?.on('cost')"
        />
      </template>
      <KitError :error="error" />
      <KitButton kind="main" type="submit" :busy="busy">{{
        open === 'repair' ? 'Send it' : 'It is back'
      }}</KitButton>
      &nbsp;<KitButton kind="plain" @click="open = undefined">Leave it</KitButton>
    </form>
    <KitError :error="history.error.value" tries-again @again="history.refetch()" />
    <LedgerTable
      v-if="past.length"
      :heads="[
        { label: 'Sent' },
        { label: 'Back' },
        { label: 'Shop' },
        { label: 'What was done' },
        { label: 'Cost', figures: true },
      ]"
    >
      <tr v-for="one in past" :key="one.id">
        <td>{{ day(one.sentAt) }}</td>
        <td>{{ one.backAt === null ? '' : day(one.backAt) }}</td>
        <td>{{ one.shop }}</td>
        <td>{{ one.remarks }}</td>
        <td class="n">{{ one.cost === null ? '' : money(one.cost) }}</td>
      </tr>
      <tr class="sum">
        <td colspan="4">Repairs together</td>
        <td class="n">{{ money(history.data.value?.cost ?? 0) }}</td>
      </tr>
    </LedgerTable>
    <template v-if="seen">
      <h3>What it said of itself</h3>
      <p class="quiet small">
        Seen {{ when(seen.at)
        }}<template v-if="seen.reference"
          >, for
          <NuxtLink class="num" :to="`/desk/${seen.reference}`">{{ seen.reference }}</NuxtLink></template
        >.
      </p>
      <MachineFactLines :lines="facts" />
    </template>
    <template v-if="history.data.value?.tickets.length">
      <h3>Its tickets</h3>
      <ul>
        <li v-for="one in history.data.value.tickets" :key="one.reference">
          <NuxtLink class="num" :to="`/desk/${one.reference}`">{{ one.reference }}</NuxtLink>
          {{ one.summary }}
          <span class="quiet small"
            >{{ day(one.loggedAt) }} · {{ one.group === 'done' ? 'done' : 'open' }}</span
          >
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
h3 {
  margin: 12px 0 4px;
}
.late {
  color: var(--red);
  font-weight: 600;
}
.sum td {
  border-bottom: 3px double var(--ink);
  font-weight: 600;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: flex;
  gap: 12px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
  padding: 3px 0;
}
</style>

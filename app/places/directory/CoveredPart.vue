<script setup lang="ts">
import { machineLines, MOST_LINES } from './machineLines'
import { toast } from '~/kit/toast'
import { addressOfThing, useThingList } from './useThings'

// What an agreement covers, and how more comes under it: one by one, or as lines of a sheet.
const props = defineProps<{ id: string; organisation: string }>()
const session = useSession()
const SHOWN = 20
const machines = useThingList('equipment', () => ({ where: `agreement:${props.id}`, limit: SHOWN }))
const page = computed(() => machines.page.value)
const begins = computed(() => ({ organisation: props.organisation, agreement: props.id }))

const making = ref(false)
const text = ref('')
const lines = computed(() => machineLines(text.value))
const wrong = ref<{ name: string; says: string }[]>([])
const problem = computed(() =>
  lines.value.length > MOST_LINES
    ? `Bring ${MOST_LINES} at a time here; more come as a file, in the list of equipment.`
    : undefined,
)
const busy = ref(false)
const cache = useQueryCache()
/** Those that are right are there afterwards; what is wrong stays to be put right. */
async function makeAll() {
  if (!lines.value.length || problem.value) return
  busy.value = true
  const left: { name: string; says: string; line: string }[] = []
  for (const one of lines.value)
    try {
      await api('POST /api/directory/{list}', {
        path: { list: 'equipment' },
        body: { ...one, ...begins.value },
      })
    } catch (thrown) {
      const { problem: said } = asApiError(thrown)
      const line = [one.name, one.maker, one.model, one.serial]
        .map((cell) => cell ?? '')
        .join('\t')
        .trimEnd()
      left.push({ name: one.name, says: said.fields?.[0]?.message ?? said.detail, line })
    }
  const made = lines.value.length - left.length
  if (made) toast(`${counted(made, 'piece')} of equipment ${made === 1 ? 'is' : 'are'} covered now.`)
  wrong.value = left
  text.value = left.map((one) => one.line).join('\n')
  busy.value = false
  await cache.invalidateQueries({ key: ['directory'] }).catch(() => undefined)
}
</script>

<template>
  <section aria-labelledby="covered">
    <h2 id="covered">
      Covered equipment <span v-if="page" class="num quiet small">{{ page.total }}</span>
    </h2>
    <KitError :error="machines.error.value" tries-again @again="machines.again()" />
    <p v-if="page && !page.rows.length" class="quiet">It covers no machine yet.</p>
    <ul v-else-if="page">
      <li v-for="one in page.rows" :key="one.id">
        <NuxtLink :to="addressOfThing('equipment', one.id)">{{ one.name }}</NuxtLink>
        <span class="num quiet small serial">{{ one.id }} {{ one.values.serial }}</span>
      </li>
      <li v-if="page.total > page.rows.length">
        <NuxtLink :to="{ path: '/directory/equipment', query: { where: `agreement:${id}` } }"
          >and {{ (page.total - page.rows.length).toLocaleString('en') }} more</NuxtLink
        >
      </li>
    </ul>
    <template v-if="session.mayAdd('equipment')">
      <form aria-label="More under this agreement" @submit.prevent="makeAll">
        <KitLongText
          v-model="text"
          label="More, a line each"
          help="What it is, maker, model, serial number: typed, or pasted from a sheet."
          :error="problem"
          :rows="3"
        />
        <ul v-if="wrong.length" class="error-text" role="alert">
          <li v-for="one in wrong" :key="one.name">{{ one.name }}: {{ one.says }}</li>
        </ul>
        <p class="acts">
          <KitButton type="submit" :busy="busy" :disabled="!lines.length"
            >Add {{ lines.length ? counted(lines.length, 'piece') : 'them' }}</KitButton
          >
          <KitButton kind="link" @click="making = true">Say more of one …</KitButton>
        </p>
      </form>
      <ThingDialog
        v-if="making"
        list="equipment"
        :begins="begins"
        @done="making = false"
        @close="making = false"
      />
    </template>
  </section>
</template>

<style scoped>
h2 {
  border-bottom: 1px solid var(--rule-2);
  margin: 18px 0 6px;
}
ul {
  margin: 4px 0 8px;
  padding-left: 18px;
  columns: 2;
}
li a {
  display: inline-block;
  min-height: 24px;
}
/* Two words side by side in a list need a gap of their own: the space between the tags is taken away. */
.serial {
  margin-left: 8px;
}
form {
  max-width: 640px;
}
.acts {
  display: flex;
  gap: 10px;
  align-items: center;
  margin: 0;
}
@media (max-width: 700px) {
  ul {
    columns: 1;
  }
}
</style>

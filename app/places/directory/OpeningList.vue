<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import { say } from '~~/core/words'
import type { Missing } from '~~/core/directory'
import { addressOfThing } from './useThings'

// What is still missing before the desk can open, each with its consequence and one verb; shown until nothing is.
const session = useSession()
const time = useDeskTime()
const missing = useQuery({
  key: ['directory', 'missing'],
  query: ({ signal }) => api('GET /api/directory/missing', { signal }),
})
const checks = computed(() => missing.data.value?.checks ?? [])
const done = computed(() => checks.value.filter((one) => !one.missing.length))
const lacking = computed(() => checks.value.flatMap((one) => one.missing))
const open = ref(false)
const SHOWN = 6
const all = ref(false)
const shown = computed(() => (all.value ? lacking.value : lacking.value.slice(0, SHOWN)))
/** Instants are told in the reader's zone. */
function filled(one: Missing) {
  const zone = session.me?.zone ?? 'UTC'
  const when = (at: string | number | undefined) =>
    typeof at === 'number' ? momentInWords(at, zone, time.now) : (at ?? '')
  return one.code === 'rotaGap'
    ? { ...one.with, from: when(one.with.from), to: when(one.with.to) }
    : { ...one.with, place: one.place ?? '' }
}
const NEW: Partial<Record<Missing['code'], string>> = {
  oneAdministrator: '/directory/people',
  noOrganisation: '/directory/organisations?new=1',
  noSite: '/directory/sites?new=1',
  nobodyAsks: '/directory/people?new=1',
  noTeam: '/directory/teams?new=1',
  portalForNobody: '/directory/people?new=1',
  rotaGap: '/directory/rota',
}
function addressOf(one: Missing): string {
  if (one.thing) return addressOfThing(one.thing.list, one.thing.id)
  return NEW[one.code] ?? (one.place ? `/design/${one.place}` : '/design')
}
</script>

<template>
  <section v-if="lacking.length" aria-labelledby="opening">
    <h2 id="opening">
      Before the desk can open
      <span class="quiet small">{{ done.length }} of {{ checks.length }} done</span>
    </h2>
    <ul>
      <li v-if="done.length">
        <span class="box done" aria-hidden="true">✓</span>
        <p>
          <KitButton kind="link" :aria-expanded="open" @click="open = !open"
            >{{ done.length }} {{ done.length === 1 ? 'thing is' : 'things are' }} there</KitButton
          >
          <template v-if="open">
            <span v-for="one in done" :key="one.check" class="so quiet small">{{
              say('en', `there.${one.check}`, one.there)
            }}</span>
          </template>
        </p>
      </li>
      <li v-for="(one, at) in shown" :key="`${one.code} ${one.thing?.id ?? one.place ?? at}`">
        <span class="box" aria-hidden="true" />
        <p>
          {{ say('en', `missing.${one.code}`, filled(one)) }}
          <span class="so quiet small">{{ say('en', `missing.${one.code}.so`, filled(one)) }}</span>
        </p>
        <NuxtLink :to="addressOf(one)">{{ say('en', `missing.${one.code}.do`) }}</NuxtLink>
      </li>
    </ul>
    <KitButton v-if="lacking.length > SHOWN" kind="link" @click="all = !all">{{
      all ? 'Show fewer' : `and ${lacking.length - SHOWN} more`
    }}</KitButton>
  </section>
  <KitError :error="missing.error.value" tries-again @again="missing.refetch()" />
</template>

<style scoped>
h2 {
  border-bottom: 3px double var(--rule-2);
  margin: 8px 0 0;
  font-size: 1.05rem;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  gap: 12px;
  align-items: baseline;
  border-bottom: 1px solid var(--rule);
  padding: 5px 0;
}
li p {
  flex: 1;
  margin: 0;
}
.so {
  display: block;
}
.box {
  flex: none;
  width: 13px;
  height: 13px;
  border: 1.5px dashed var(--brass);
  align-self: flex-start;
  margin-top: 4px;
  line-height: 11px;
  font-size: 11px;
  text-align: center;
}
.box.done {
  border: 1.5px solid var(--sea);
  border-radius: 50%;
  color: var(--sea);
}
</style>

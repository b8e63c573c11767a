<script setup lang="ts">
import { KINDS, type ListName } from '~~/core/directory'
import { isOneOf, keysOf } from '~~/core/lookup'
import { momentInWords } from '~~/core/time'
import { addressOfThing, labelOf, useLists, useThingList, valueInWords, type ThingLine } from './useThings'

// The things of one list: looked through by words, narrowed down by what the address says.
const props = defineProps<{ list: ListName; opened?: string }>()
const route = useRoute()
const narrow = useNarrow()
const session = useSession()
const time = useDeskTime()
const lists = useLists()
const kind = computed(() => KINDS[props.list])
const text = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
const search = computed(() => text('find') ?? '')
const VIEWS: Partial<Record<ListName, Record<string, string>>> = {
  agreements: { ending: 'Running out in 90 days' },
  equipment: { away: 'Out for repair' },
}
const views = computed(() => ({ ...VIEWS[props.list], gone: 'Put away' }) as Record<string, string>)
const view = computed(() => {
  const asked = text('view')
  return isOneOf(keysOf(views.value), asked) ? asked : undefined
})
const words = ref(search.value)
watch(search, (now) => (words.value = now))
const things = useThingList(
  () => props.list,
  () => ({
    search: search.value || undefined,
    where: text('where'),
    ...(view.value === 'gone' && { away: 'true' as const }),
    ...(view.value === 'ending' && { endsWithin: 90 }),
    ...(view.value === 'away' && { out: 'true' as const }),
  }),
)
const query = (more: Record<string, string | undefined>) => ({
  ...Object.fromEntries(
    Object.entries({ find: text('find'), view: text('view'), where: text('where'), ...more }).filter(
      ([, value]) => value !== undefined && value !== '',
    ),
  ),
})
const to = (id?: string) => ({ path: addressOfThing(props.list, id), query: query({}) })
const find = () =>
  navigateTo({ path: addressOfThing(props.list), query: query({ find: words.value.trim() }) })
/** By what the list is narrowed down, in words. */
const narrowed = computed(() => {
  const [field = '', ...id] = (text('where') ?? '').split(':')
  const described = kind.value.fields[field]
  if (!described || !('of' in described)) return ''
  return `${described.label.toLowerCase()} ${things.names.value[described.of]?.[id.join(':')] ?? id.join(':')}`
})
const STANDING = { covered: 'in force', expired: 'ran out', toCome: 'to come' }
function noteOf({ values, more }: ThingLine): string {
  const said = kind.value.columns
    .filter((name) => !['first', 'last', 'amount', 'contact', 'warranty'].includes(name))
    .filter((name) => props.list !== 'agreements' || name !== 'organisation')
    .map((name) => {
      const field = kind.value.fields[name]
      const choices = field?.type === 'ofDesign' ? lists.data.value?.[field.what] : []
      return valueInWords(props.list, name, values[name], things.names.value, choices)
    })
  const away = more.away
    ? `at ${more.away.shop}${more.away.expectedAt ? `, expected ${momentInWords(more.away.expectedAt, session.me?.zone ?? 'UTC', time.now)}` : ''}`
    : ''
  return [...said, more.standing && STANDING[more.standing], away].filter(Boolean).join(' · ')
}
const isSoon = ({ more }: ThingLine) =>
  more.standing === 'expired' || (more.standing === 'covered' && (more.daysLeft ?? 999) <= 90)
const isLate = ({ more }: ThingLine) =>
  more.away?.expectedAt !== undefined && more.away.expectedAt !== null && more.away.expectedAt < time.now
</script>

<template>
  <div class="outline-list">
    <form class="tools" role="search" @submit.prevent="find">
      <KitText
        v-model="words"
        :label="`Find ${kind.plural}`"
        bare
        type="search"
        :placeholder="`find ${kind.plural}`"
        @enter="find"
      />
      <span v-if="things.page.value" class="quiet small num">{{
        `${things.page.value.total.toLocaleString('en-GB')}${things.page.value.isMore ? '+' : ''}`
      }}</span>
      <NuxtLink
        v-for="(name, key) in views"
        :key="key"
        class="small"
        :class="{ on: view === key }"
        :aria-current="view === key ? 'page' : undefined"
        :to="{ path: addressOfThing(list), query: query({ view: view === key ? undefined : String(key) }) }"
        >{{ name }}</NuxtLink
      >
      <NuxtLink v-if="narrow" class="small" :to="{ path: addressOfThing(list), query: { about: '1' } }"
        >File, record …</NuxtLink
      >
    </form>
    <p v-if="narrowed" class="small">
      Only those with {{ narrowed }}.
      <NuxtLink :to="{ path: addressOfThing(list), query: query({ where: undefined }) }">Show all</NuxtLink>
    </p>
    <KitError :error="things.error.value" tries-again @again="things.again" />
    <p v-if="things.loading.value && !things.error.value" class="quiet" role="status">Reading the list …</p>
    <ul :aria-busy="things.isOld.value">
      <li v-for="line in things.rows.value" :key="line.id" :class="{ on: line.id === opened }">
        <NuxtLink :to="to(line.id)" :aria-current="line.id === opened ? 'true' : undefined">
          <span v-if="kind.numbered && list !== 'agreements'" class="num quiet small">{{ line.id }}</span>
          <b>{{ labelOf(list, line, things.names.value) }}</b>
          <span class="quiet small">{{ noteOf(line) }}</span>
          <span v-if="isSoon(line)" class="close small"
            >◐ {{ line.more.standing === 'expired' ? 'ran out' : `${line.more.daysLeft} days left` }}</span
          >
          <span v-if="isLate(line)" class="late small">overdue</span>
          <span v-if="line.more.count !== undefined" class="num small count">{{ line.more.count }}</span>
        </NuxtLink>
      </li>
    </ul>
    <KitEmpty
      v-if="!things.loading.value && !things.rows.value.length && !things.error.value"
      :says="
        search
          ? `Nothing fits “${search}”.`
          : view === 'gone'
            ? 'Nothing is put away.'
            : view
              ? 'Nothing just now.'
              : `None yet. ${kind.says}`
      "
    />
    <KitButton v-if="things.page.value?.next" kind="plain" @click="things.more">Show more</KitButton>
  </div>
</template>

<style scoped>
.outline-list {
  padding: 4px 0 10px 1.3em;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
}
.tools .on {
  color: var(--ink);
  font-weight: 650;
  text-decoration: none;
}
ul {
  list-style: none;
  margin: 4px 0;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--rule);
}
li a {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
  padding: 4px 6px;
  color: inherit;
  text-decoration: none;
}
li a:hover {
  background: var(--page-2);
}
li.on {
  background: var(--sea-2);
  box-shadow: inset 4px 0 0 var(--sea);
}
.close {
  color: var(--brass);
  font-weight: 600;
}
.late {
  color: var(--red);
  font-weight: 600;
}
.count {
  margin-left: auto;
}
</style>

<script setup lang="ts">
import { BENCH_ORDERS, type BenchOrder, type BenchPage } from '~/composables/useBench'

// Whose bench it is, in which order it is worked, what comes of that, and what another order would keep.
const props = defineProps<{
  page?: BenchPage
  order: BenchOrder
  person?: string
  query: Record<string, string>
}>()
const emit = defineEmits<{ order: [id: BenchOrder] }>()
const session = useSession()
const everybody = useDeskPeople()
const people = computed(() => {
  const all = (everybody.data.value ?? []).map(({ id, name }) => ({ value: id, label: name }))
  const me = session.me
  return !me || all.some((one) => one.value === me.id) ? all : [{ value: me.id, label: me.name }, ...all]
})
const whyShown = ref(false)
const late = computed(() => props.page?.orders.find((one) => one.id === props.order)?.late ?? [])
const better = computed(() =>
  [...(props.page?.orders ?? [])]
    .sort((a, b) => a.late.length - b.late.length)
    .find((one) => one.late.length < late.value.length),
)
const orderInWords = computed(() => {
  if (!props.page?.tickets.length) return ''
  const count = late.value.length
  return count === 0
    ? 'in this order all promises hold'
    : `in this order ${count === 1 ? 'one ticket breaks' : `${count} tickets break`} a promise`
})
const months = computed(() =>
  linkTo('GET /api/time-records', {
    query: { as: 'xlsx', whose: session.may('manageTime') ? 'all' : undefined },
  }),
)
</script>

<template>
  <div class="ledger-head">
    <h1>Next up</h1>
    <span class="quiet"
      >{{ page?.person.name }}<template v-if="orderInWords"> · </template
      ><b :class="{ bad: late.length }">{{ orderInWords }}</b></span
    >
    <KitChoice
      class="whose"
      bare
      label="Whose bench"
      :model-value="person ?? session.me?.id ?? null"
      :options="people"
      @update:model-value="$event && navigateTo({ path: '/bench', query: { ...query, person: $event } })"
    />
  </div>
  <KitError :error="everybody.error.value ?? undefined" />
  <div v-if="page" class="orders">
    <span class="tabs" role="group" aria-label="In which order">
      <KitButton
        v-for="one in page.orders"
        :key="one.id"
        kind="plain"
        class="small"
        :aria-pressed="one.id === order"
        @click="emit('order', one.id)"
      >
        {{ BENCH_ORDERS[one.id] }}
        <span class="num" :class="{ bad: one.late.length }">{{
          one.late.length ? `${one.late.length} late` : 'all hold'
        }}</span>
      </KitButton>
    </span>
    <kbd aria-label="key o">o</kbd>
    <KitButton kind="link" class="small" :aria-expanded="whyShown" @click="whyShown = !whyShown"
      >Why this order</KitButton
    >
  </div>
  <p v-if="whyShown && page" class="why small">
    <template v-if="order === 'desk'">
      Ordered by {{ page.keys.join(', then ') }}. The lead sets these in
      <NuxtLink to="/design/moves">Design, Moves and Bench</NuxtLink>. Each row says why it stands before the
      next.
    </template>
    <template v-else-if="order === 'earliestDue'">
      Whatever is due first comes first: no other order has a smaller greatest lateness.
    </template>
    <template v-else>
      Taken by due time; whenever one would be late, the longest so far is put off: no other order keeps more
      promises.
    </template>
    <a :href="months" download>{{
      session.may('manageTime') ? 'Everybody’s time of a month' : 'Your time of a month'
    }}</a>
    as XLSX. Your fixed times stand in <NuxtLink to="/day">My day</NuxtLink>, also on the phone. Times follow
    your shifts, go round what is fixed, and take how long such tickets usually take.
  </p>
  <p v-if="better && order === 'desk'" class="notice small better">
    {{ BENCH_ORDERS[better.id] }} would break
    {{ better.late.length ? `only ${better.late.length}` : 'none' }} instead of {{ late.length }}.
    <KitButton kind="link" @click="emit('order', better.id)">Work in that order</KitButton>
  </p>
</template>

<style scoped>
.orders {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  padding: 2px 18px 8px;
  align-items: center;
}
.whose {
  margin: 0 0 0 auto;
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.tabs :deep([aria-pressed='true']) {
  border-color: var(--sea);
  background: var(--sea-2);
  color: var(--ink);
}
.why,
.better {
  margin: 0 18px 8px;
  color: var(--ink-2);
}
.bad {
  color: var(--red);
}
kbd {
  font: 0.8rem var(--mono);
  color: var(--ink-3);
}
</style>

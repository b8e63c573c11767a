<script setup lang="ts">
import { withoutGaps } from '~~/core/json'
import { groupsByStatus } from '~~/core/lifecycle'
import { fitInWords, misfitsOf, newExchange, type Exchange } from '~~/core/partner'
import type { EachProps } from '~/composables/useDraft'
import { namesOf, type DirectoryPage } from '~/composables/useNames'
import { targetName } from './maps'

// What is exchanged with one partner desk: what goes, what comes, what does not fit, and a trial of both.
const props = defineProps<EachProps & { directory: DirectoryPage; version: number }>()
const route = useRoute()
const list = computed(() => ({ path: '/design/partners', query: route.query }))
const { data, error } = useQuery({
  key: ['partners'],
  query: ({ signal }) => api('GET /api/partners', { signal }),
})
const partner = computed(() => data.value?.partners.find((one) => one.id === props.id))
const kept = computed(() => props.design.exchanges.find((one) => one.id === props.id))
const exchange = computed(() => kept.value ?? newExchange(props.id, partner.value?.name ?? props.id))
const name = computed(() => partner.value?.name ?? exchange.value.name)
const offer = computed(() => partner.value?.offer ?? null)
const names = computed(() => namesOf(props.design, props.directory))
/** What is left out is not kept as nothing; the first choice makes the exchange. */
const put = (change: Partial<Exchange>) =>
  props.change('exchanges', props.id, kept.value ?? null, withoutGaps({ ...exchange.value, ...change }))

const fitNames = computed(() => ({
  partner: name.value,
  ours: (field: string) => `“${exchange.value.sends.fields.find((one) => one.id === field)?.name ?? field}”`,
  theirs: (field: string) => `“${offer.value?.gives.find((one) => one.id === field)?.name ?? field}”`,
  target: (target: Parameters<typeof targetName>[1]) => targetName(props.design, target),
  value: (target: string, value: string) =>
    names.value[target]?.find((one) => one.value === value)?.label ?? value,
}))
const misfits = computed(() =>
  offer.value
    ? fitInWords(misfitsOf(exchange.value, offer.value, groupsByStatus(props.design.kinds)), fitNames.value)
    : [],
)
</script>

<template>
  <div>
    <p>
      <NuxtLink :to="list">← {{ heading }}</NuxtLink>
    </p>
    <template v-if="data && !partner && !kept">
      <h1>There is no such partner desk</h1>
      <p>The pairing was never made here. <NuxtLink to="/partners">Partner desks</NuxtLink> shows all.</p>
    </template>
    <div v-else role="region" :aria-label="name">
      <h1>{{ name }}</h1>
      <p v-if="data && !partner" class="notice">
        This desk is not paired with it: what is chosen here is used once it is.
        <NuxtLink to="/partners">Pair</NuxtLink>
      </p>
      <p v-else-if="partner && !offer" class="quiet">It has not said yet what it says and takes in.</p>
      <p v-if="!kept && !readonly" class="quiet">
        Nothing goes either way yet. Choose what does; it counts once the draft is published.
      </p>
      <FindingsAt :findings="findings" :place="`partners/${id}`" />
      <SendsPart
        :exchange="exchange"
        :offer="offer"
        :name="name"
        :design="design"
        :names="names"
        :readonly="readonly"
        :findings="findings"
        :misfits="misfits"
        @put="put({ sends: $event })"
      />
      <TakesPart
        :exchange="exchange"
        :offer="offer"
        :name="name"
        :design="design"
        :names="names"
        :readonly="readonly"
        :findings="findings"
        :misfits="misfits"
        @put="put({ takes: $event })"
      />
      <OwedPart
        :exchange="exchange"
        :offer="offer"
        :name="name"
        :design="design"
        :readonly="readonly"
        :findings="findings"
        @put="put({ takes: $event })"
      />
      <BeginsPart
        :exchange="exchange"
        :offer="offer"
        :name="name"
        :design="design"
        :directory="directory"
        :readonly="readonly"
        :findings="findings"
        @put="put({ takes: $event })"
      />
      <section v-if="offer" aria-labelledby="fits">
        <h2 id="fits">What does not fit</h2>
        <p v-if="!misfits.length" class="quiet">
          Everything that goes is taken in, and everything that comes as well.
        </p>
        <ul v-else>
          <li v-for="one in misfits" :key="one.says">
            <a v-if="one.place" :href="`#${one.place}`">{{ one.says }}</a>
            <template v-else>{{ one.says }}</template>
          </li>
        </ul>
      </section>
      <BacklogPart
        v-if="!readonly && kept && partner && !partner.endedAt"
        :id="id"
        :name="name"
        :design="design"
        :names="names"
      />
      <PartnerTrial v-if="!readonly && kept" :id="id" :offer="offer" :name="name" :version="version" />
      <KitError :error="error" />
    </div>
  </div>
</template>

<style scoped>
:deep(h2) {
  margin: 18px 0 4px;
}
:deep(.narrow) {
  max-width: 380px;
}
</style>

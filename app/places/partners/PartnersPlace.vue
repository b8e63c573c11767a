<script setup lang="ts">
import { momentInWords } from '~~/core/time'

// The desks that tickets are exchanged with: who they are, how the line to each stands, and how two come to know each other.
const session = useSession()
const time = useDeskTime()
const mayPair = computed(() => session.may('pairPartners'))
const { data, error, refetch } = useQuery({
  key: ['partners'],
  query: ({ signal }) => api('GET /api/partners', { signal }),
  enabled: () => mayPair.value || session.may('changeDesign'),
})
const pairedAt = computed(() => Math.max(0, ...(data.value?.partners ?? []).map((one) => one.pairedAt)))
const when = (at: number) => momentInWords(at, session.me?.zone ?? 'UTC', time.now)
</script>

<template>
  <article class="partners">
    <h1>Partner desks</h1>
    <p class="quiet">
      Desks of other houses that tickets are exchanged with. Each stays its own master: what goes over, and
      what is taken in, each side says for itself.
    </p>
    <KitError :error="error ?? undefined" tries-again @again="refetch()" />
    <p v-if="!data && !error" role="status" class="quiet">Reading the partners …</p>
    <template v-if="data">
      <KitEmpty
        v-if="!data.partners.length"
        :says="
          mayPair
            ? 'There is no partner yet. Make a code here and have it typed there, or type the one that was made there.'
            : 'There is no partner yet. An administrator pairs with them.'
        "
      />
      <PartnerLine
        v-for="one in data.partners"
        :key="one.id"
        :partner="one"
        :may-pair="mayPair"
        :when="when"
      />
      <PairingPart v-if="mayPair" :paired-at="pairedAt" />
    </template>
  </article>
</template>

<script lang="ts">
export type PartnerShown = AnswerOf<'GET /api/partners'>['partners'][number]
</script>

<style scoped>
.partners {
  max-width: 880px;
  padding: 16px 22px 40px;
}
@media (max-width: 700px) {
  .partners {
    padding: 12px;
  }
}
</style>

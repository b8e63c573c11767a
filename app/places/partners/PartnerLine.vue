<script setup lang="ts">
import { ask } from '~/kit/asking'
import { toast } from '~/kit/toast'
import type { PartnerShown } from './PartnersPlace.vue'

// One partner: how the line to it stands, what waits to go, and what can be done with the pairing.
const props = defineProps<{ partner: PartnerShown; mayPair: boolean; when: (at: number) => string }>()
const cache = useQueryCache()
const anew = () => cache.invalidateQueries({ key: ['partners'] }).catch(() => undefined)
const { busy, error, run } = useDeed(() => void anew())

async function does(deed: 'end' | 'renew' | 'retry', says: string) {
  const path = { id: props.partner.id, deed }
  if (!(await run(() => api('POST /api/partners/{id}/{deed}', { path })))) return
  toast(says)
  await anew()
}
async function end(event: MouseEvent) {
  const { name } = props.partner
  const yes = await ask({
    at: event.currentTarget as HTMLElement,
    says: `${name} is told, and nothing goes over either way after that. To exchange tickets again, both sides pair anew.`,
    verb: 'End the pairing',
  })
  if (yes) await does('end', `The pairing with ${name} has ended.`)
}
const count = (of: 'gives' | 'takes') => props.partner.offer?.[of].length ?? 0
const offers = computed(() => {
  const { offer } = props.partner
  if (!offer) return 'It has not said yet what it sends and takes in.'
  if (!count('gives') && !count('takes')) return 'It has chosen nothing yet that it sends or takes in.'
  return `It sends ${counted(count('gives'), 'field')} of its tickets, and takes in ${counted(count('takes'), 'field')} of ours.`
})
</script>

<template>
  <section :aria-labelledby="`partner-${partner.id}`">
    <h2 :id="`partner-${partner.id}`">{{ partner.name }}</h2>
    <p class="quiet small address">{{ partner.address }}</p>
    <p v-if="partner.endedAt" class="notice">
      Ended {{ when(partner.endedAt) }}, by {{ partner.endedBy ? 'us' : 'them' }}. Pair anew to exchange
      tickets again.
    </p>
    <template v-else>
      <p v-if="partner.unreachableSince" class="notice bad" role="status">
        It cannot be reached since {{ when(partner.unreachableSince) }}: {{ partner.unreachableWhy }}.
        {{ counted(partner.waiting.count, 'word') }} wait to go, and will by themselves.
        <KitButton v-if="mayPair" kind="link" :busy="busy" @click="does('retry', 'It is tried now.')"
          >Try now</KitButton
        >
      </p>
      <p v-else-if="partner.waiting.count" role="status">
        {{ counted(partner.waiting.count, 'word') }} on the way to it.
      </p>
      <p v-else>
        Paired {{ when(partner.pairedAt)
        }}<template v-if="partner.heardAt">, heard last {{ when(partner.heardAt) }}</template
        >.
      </p>
      <p class="small">{{ offers }}</p>
      <p v-if="mayPair" class="small">
        Keys of {{ when(partner.renewedAt) }} ·
        <KitButton
          kind="link"
          :busy="busy"
          @click="
            does('renew', 'New keys are on their way; what we say is signed with them once they are there.')
          "
          >new keys</KitButton
        >
        · <KitButton kind="link" :busy="busy" @click="end">end the pairing …</KitButton>
      </p>
    </template>
    <KitError :error="error" />
  </section>
</template>

<style scoped>
section {
  border-bottom: 1px solid var(--rule-2);
  padding: 4px 0 8px;
}
h2 {
  margin: 10px 0 0;
}
p {
  margin: 4px 0;
}
.address {
  overflow-wrap: anywhere;
}
</style>

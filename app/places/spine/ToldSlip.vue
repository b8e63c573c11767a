<script setup lang="ts">
import { channelTerms } from '~~/core/notification'
import { momentInWords } from '~~/core/time'

// What I was told, with a count in the spine; it is seen once the slip is shut.
const told = useTold()
const session = useSession()
const time = useDeskTime()
const slip = ref<{ toggle: (event: Event) => void; hide: () => void }>()
const zone = computed(() => session.me?.zone ?? 'UTC')
const count = computed(() => (told.unseen > 99 ? '99+' : String(told.unseen)))
</script>

<template>
  <KitButton
    kind="quiet"
    class="told"
    aria-haspopup="dialog"
    :aria-label="told.unseen ? `For me: ${count} new messages` : 'For me: what you were told'"
    @click="slip?.toggle($event)"
  >
    <span
      >For me <b v-if="told.unseen" class="num count">{{ count }}</b></span
    >
  </KitButton>
  <KitSlip ref="slip" label="What you were told" wide @hide="told.see()">
    <KitError :error="told.error" tries-again @again="told.load" />
    <p v-if="told.loaded && !told.rows.length && !told.error" class="quiet">You were told nothing yet.</p>
    <div v-for="row in told.rows.slice(0, 12)" :key="row.key" class="line" :class="{ fresh: !row.seen_at }">
      <NuxtLink :to="`/desk/${row.reference}`" @click="slip?.hide()">{{ row.subject }}</NuxtLink>
      <div class="small quiet">
        {{ momentInWords(row.queued_at, zone, time.now) }} · {{ channelTerms(row.channel)?.name }},
        {{ MESSAGE_STATES[row.state] ?? row.state }}
        <KitButton v-if="row.canAcknowledge" @click="told.acknowledge(row.reference)">I have it</KitButton>
      </div>
    </div>
    <p class="foot">
      <NuxtLink to="/my/messages" @click="slip?.hide()">All of it, and how you want to be told</NuxtLink>
    </p>
  </KitSlip>
</template>

<style scoped>
.told {
  white-space: nowrap;
}
.count {
  display: inline-block;
  min-width: 1.5em;
  padding: 0 5px;
  border-radius: 2px;
  background: var(--brass-2);
  color: var(--ink);
  text-align: center;
  border: 1px solid var(--brass);
}
.line {
  padding: 6px 2px 6px 10px;
  border-bottom: 1px solid var(--rule);
  border-left: 3px solid transparent;
}
.line.fresh {
  border-left-color: var(--brass);
}
.line a {
  overflow-wrap: anywhere;
}
.foot {
  margin: 8px 0 0;
}
</style>

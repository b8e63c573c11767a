<script setup lang="ts">
import { toast } from '~/kit/toast'
import { placeAt } from '~/places/spine/places'

// The desk's own pages, drawn in the browser: the spine on top, and the place below it.

// Whoever looked in at a portal before may have read it in another language.
usePortalWords().language.value = 'en'
const time = useDeskTime()
const live = useLive()
const keys = ref(false)
const route = useRoute()
const session = useSession()
/** The place that the role of whoever is here does not open. */
const shut = computed(() => {
  const place = placeAt(route.path)
  return place?.may && session.me && !session.may(place.may) ? place : undefined
})
const problem = ref('')

async function loadTime() {
  try {
    await time.load()
    problem.value = ''
  } catch (error) {
    problem.value = asApiError(error).problem.detail
  }
}
onMounted(() => {
  void live.open()
  void loadTime()
})
live.on((notice) => {
  // What a role may do can be otherwise now.
  if (notice.kind === 'directory') void session.load().catch(() => undefined)
  if (notice.kind === 'clock' || notice.kind === 'reconnected') void loadTime()
})
useShortcuts('Everywhere', [
  { keys: 'Ctrl k', says: 'go to a place or find a ticket', run: () => line.value?.focus() },
  {
    ...{ keys: 'Shift d', says: 'let Dispatch place the ticket of the row, or the one that is open' },
    when: () => ticketInHand(route.path) !== undefined && session.may('workTickets'),
    run: place,
  },
  { keys: '?', says: 'what this place is for, and its keys', run: () => (keys.value = !keys.value) },
])
const line = ref<{ focus: () => void }>()
async function place() {
  try {
    await toBePlaced(ticketInHand(route.path) ?? 0)
  } catch (error) {
    toast(asApiError(error).problem.detail, { bad: true })
  }
}
</script>

<template>
  <div class="page">
    <a class="skip" href="#main">To the content</a>
    <header class="spine">
      <NuxtLink to="/desk" class="name"><i>Yare</i> Ledger</NuxtLink>
      <PlaceLinks />
      <CommandLine ref="line" class="cmd" />
      <DeskClock />
      <ToldSlip />
      <MeSlip @keys="keys = true" />
    </header>
    <p v-if="!live.connected" class="notice bad lost" role="status">
      The line to the desk is down. What you see may be old; it is tried again by itself.
    </p>
    <p v-else-if="problem" class="notice bad lost" role="alert">
      Desk time cannot be read: {{ problem }}
      <KitButton kind="plain" @click="loadTime">Try again</KitButton>
    </p>
    <main id="main" class="main">
      <PlaceShut v-if="shut" :place="shut" />
      <slot v-else />
    </main>
    <KeysDialog v-model:shown="keys" />
    <KitConfirm />
    <KitToasts />
  </div>
</template>

<style scoped>
.page {
  /* What is hidden for the eye alone stands somewhere below; it makes no page of its own to scroll to. */
  position: relative;
  overflow: clip;
  height: 100vh;
  display: flex;
  flex-direction: column;
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  background: var(--page);
  padding: 6px;
  z-index: 10;
}
.spine {
  height: 46px;
  flex: none;
  display: flex;
  align-items: stretch;
  background: var(--page);
  border-bottom: 3px double var(--rule-2);
  padding: 0 18px;
  gap: 14px;
  position: relative;
}
.name {
  font: 600 1.36rem/46px var(--serif);
  color: var(--ink);
  text-decoration: none;
  white-space: nowrap;
}
.name i {
  font-weight: 500;
  color: var(--sea);
}
.cmd {
  flex: 1;
  margin: 8px 6px;
  min-width: 120px;
}
.lost {
  margin: 0;
}
.main {
  flex: 1;
  min-height: 0;
}
@media (max-width: 900px) {
  .spine {
    gap: 6px;
    padding: 0 10px;
  }
}
@media (max-width: 640px) {
  .name {
    font-size: 0;
  }
  .name i {
    font-size: 1.2rem;
  }
  .cmd {
    min-width: 60px;
  }
  /* What is typed and what is found have the whole line while one is at it. */
  .cmd:focus-within {
    position: absolute;
    inset: 0;
    z-index: 3;
  }
}
</style>

<script setup lang="ts">
import { timeOfDay, weekdayAndTime } from '~~/core/time'

// Whoever looked in at a portal before may have read it in another language.
usePortalWords().language.value = 'en'
const session = useSession()
const time = useDeskTime()
const live = useLive()
const route = useRoute()
const menu = ref<{ toggle: (event: Event) => void; hide: () => void }>()
const timeMenu = ref<{ toggle: (event: Event) => void; hide: () => void }>()
const keys = ref(false)
const { theme, setTheme } = useTheme()
const said = ref('')
const moving = ref(false)

const PLACES = [
  { to: '/arrivals', name: 'Arrivals' },
  { to: '/desk', name: 'Desk' },
  { to: '/bench', name: 'Bench' },
  { to: '/deadlines', name: 'Deadlines' },
  { to: '/design', name: 'Design' },
  { to: '/knowledge', name: 'Knowledge' },
]
/** What is needed now and then. */
const others = computed(() => [
  { to: '/messages', name: 'Messages', note: 'everything that went or will go' },
  { to: '/directory/rota', name: 'Rota', note: 'who is on call' },
  {
    to: session.me?.role === 'administrator' ? '/directory' : '/directory/agreements',
    name: 'Directory',
    note: 'people, agreements, equipment',
  },
  { to: '/standins/mailbox', name: 'Stand-ins', note: 'mailbox, chat room, pagers, monitor' },
])
const more = ref<{ toggle: (event: Event) => void; hide: () => void }>()
const elsewhere = computed(
  () =>
    others.value.find((one) => route.path.startsWith(one.to)) ?? others.value.findLast((one) => here(one.to)),
)
/** A place is there with all that lies below it. */
const here = (to: string) => route.path.startsWith(to.split('/').slice(0, 2).join('/'))
const initials = computed(() =>
  (session.me?.name ?? '')
    .split(' ')
    .map((word) => word[0])
    .slice(0, 2)
    .join(''),
)

onMounted(async () => {
  live.open()
  await time.load().catch(() => undefined)
})
live.on((notice) => {
  if (notice.kind === 'clock' || notice.kind === 'reconnected') void time.load().catch(() => undefined)
})

async function forward(by: '15m' | '1h' | 'alarm') {
  moving.value = true
  try {
    const { now, rang } = await time.forward(by)
    said.value = `It is ${timeOfDay(now, time.desk!.zone)} now; ${rang === 1 ? 'one ticket' : `${rang} tickets`} rang on the way.`
  } catch (error) {
    said.value = asApiError(error).problem.detail
  } finally {
    moving.value = false
  }
}

async function leave() {
  live.close()
  await session.signOut()
  await navigateTo('/sign-in')
}

function onKey(event: KeyboardEvent) {
  if (isTyping(event)) return
  if (event.key === '?') keys.value = !keys.value
}
onMounted(() => addEventListener('keydown', onKey))
onBeforeUnmount(() => removeEventListener('keydown', onKey))
</script>

<template>
  <div class="page">
    <a class="skip" href="#main">To the content</a>
    <header class="spine">
      <NuxtLink to="/desk" class="name"><i>Yare</i> Ledger</NuxtLink>
      <nav aria-label="Places" class="places">
        <NuxtLink
          v-for="place in PLACES"
          :key="place.to"
          :to="place.to"
          :class="{ on: here(place.to) }"
          :aria-current="here(place.to) ? 'page' : undefined"
          >{{ place.name }}</NuxtLink
        >
        <button
          type="button"
          class="more"
          :class="{ on: elsewhere }"
          aria-haspopup="true"
          @click="more?.toggle($event)"
        >
          {{ elsewhere?.name ?? 'More' }} …
        </button>
        <Popover ref="more">
          <nav class="menu" aria-label="More places">
            <NuxtLink v-for="one in others" :key="one.to" :to="one.to" @click="more?.hide()"
              >{{ one.name }} <span class="quiet small">{{ one.note }}</span></NuxtLink
            >
          </nav>
        </Popover>
      </nav>
      <CommandLine class="cmd" />
      <div class="clock">
        <button
          v-if="time.desk"
          type="button"
          class="time"
          :aria-label="session.me?.demo ? 'Desk time; put it forward' : 'Desk time'"
          @click="timeMenu?.toggle($event)"
        >
          {{ time.desk.zone.split('/')[1] === 'London' ? 'Hallin' : time.desk.name }}
          <b class="num">{{ timeOfDay(time.now, time.desk.zone) }}</b>
          <span class="open-word">
            · {{ time.desk.open ? 'open' : 'shut'
            }}<template v-if="time.desk.nextChange">
              until
              <b class="num">{{
                time.desk.open
                  ? timeOfDay(time.desk.nextChange, time.desk.zone)
                  : weekdayAndTime(time.desk.nextChange, time.desk.zone)
              }}</b></template
            ></span
          >
        </button>
        <Popover ref="timeMenu">
          <div class="menu" role="group" aria-label="Desk time">
            <p v-if="time.desk" class="quiet small">
              {{ weekdayAndTime(time.now, time.desk.zone) }} in {{ time.desk.zone }}
            </p>
            <template v-if="session.me?.demo">
              <p class="small">Put desk time forward:</p>
              <button class="act" type="button" :disabled="moving" @click="forward('15m')">15 minutes</button>
              <button class="act" type="button" :disabled="moving" @click="forward('1h')">1 hour</button>
              <button class="act" type="button" :disabled="moving" @click="forward('alarm')">
                To the next alarm
              </button>
            </template>
            <p class="small" role="status">{{ moving ? 'Alarms are ringing …' : said }}</p>
          </div>
        </Popover>
      </div>
      <ToldBell />
      <button
        v-if="session.me"
        type="button"
        class="me"
        :aria-label="`${session.me.name}: theme, sign out`"
        @click="menu?.toggle($event)"
      >
        {{ initials }}
      </button>
      <Popover ref="menu">
        <div class="menu">
          <b>{{ session.me?.name }}</b>
          <span class="quiet small">{{ session.me?.role }}</span>
          <div role="group" aria-label="Theme" class="themes">
            <button
              v-for="one in ['day', 'night', 'system'] as const"
              :key="one"
              type="button"
              class="act"
              :class="{ main: theme === one }"
              :aria-pressed="theme === one"
              @click="setTheme(one)"
            >
              {{ { day: 'Day', night: 'Night watch', system: 'As the system' }[one] }}
            </button>
          </div>
          <button type="button" class="act plain" @click="leave">Sign out</button>
        </div>
      </Popover>
    </header>
    <p v-if="!live.connected" class="notice bad lost" role="status">
      The line to the desk is down. What you see may be old; it is tried again by itself.
    </p>
    <main id="main" class="main"><slot /></main>
    <Dialog v-model:visible="keys" modal header="Keys" :dismissable-mask="true">
      <table class="ledger-table">
        <tbody>
          <tr v-for="[key, what] in KEYS" :key="key">
            <td class="t">{{ key }}</td>
            <td>{{ what }}</td>
          </tr>
        </tbody>
      </table>
    </Dialog>
  </div>
</template>

<script lang="ts">
const KEYS = [
  ['Ctrl K', 'go to a place or find a ticket'],
  ['↑ ↓', 'move through the list when a row has the focus'],
  ['Enter', 'open the row'],
  ['x', 'Desk: choose the row; Shift x chooses up to it'],
  ['u', 'Desk: what nobody has'],
  ['b', 'Desk: as a board by status'],
  ['r', 'reply to the requester'],
  ['n', 'write a note for the desk'],
  ['h', 'I have it: the ladder climbs no further'],
  ['w', 'wrong? set priority, category, team …'],
  ['s f v q', 'moves: start, finish, hand over, wait for requester; each button names its key'],
  ['z', 'take the last move back'],
  ['o', 'Bench: work in another order'],
  ['p', 'pause a promise, or resume it'],
  ['e', 'extend a promise (leads)'],
  ['a', 'Arrivals: accept what is open'],
  ['r', 'Arrivals: ask the requester'],
  ['m', 'Arrivals: merge it into another'],
  ['x', 'Arrivals: turn it away'],
  ['?', 'these keys'],
] as const
</script>

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
.places {
  display: flex;
  gap: 2px;
}
.places a,
.places .more {
  white-space: nowrap;
  padding: 0 9px;
  line-height: 43px;
  color: var(--ink-2);
  text-decoration: none;
  position: relative;
}
.places .more {
  border: 0;
  background: none;
  font: inherit;
  line-height: 43px;
  cursor: pointer;
}
.places a.on,
.places .more.on {
  color: var(--ink);
  font-weight: 650;
}
.places a.on::after,
.places .more.on::after {
  content: '';
  position: absolute;
  left: 9px;
  right: 9px;
  bottom: -3px;
  height: 9px;
  background: var(--sea);
  clip-path: polygon(0 0, 100% 0, 100% 100%, 50% 55%, 0 100%);
}
.cmd {
  flex: 1;
  margin: 8px 6px;
  min-width: 120px;
}
.clock {
  display: flex;
}
.time {
  border: 0;
  background: none;
  font: inherit;
  color: var(--ink-2);
  cursor: pointer;
  white-space: nowrap;
}
.time b {
  font-weight: 500;
  color: var(--ink);
}
.me {
  align-self: center;
  width: 28px;
  height: 28px;
  border-radius: 50%;
  border: 0;
  background: var(--sea);
  color: var(--page);
  font: 650 0.86rem var(--sans);
  cursor: pointer;
  flex: none;
}
.menu {
  display: flex;
  flex-direction: column;
  gap: 8px;
  min-width: 200px;
}
.menu p {
  margin: 0;
}
.themes {
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
}
.lost {
  margin: 0;
}
.main {
  flex: 1;
  min-height: 0;
}
@media (max-width: 900px) {
  .open-word {
    display: none;
  }
  .spine {
    gap: 6px;
    padding: 0 10px;
  }
  .places a,
  .places .more {
    padding: 0 6px;
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
    display: none;
  }
  .places {
    flex: 1;
    overflow-x: auto;
  }
}
</style>

<script setup lang="ts">
import { PhAnchorSimple } from '@phosphor-icons/vue'
import { hoursAndMinutes, signedBalance } from '~~/core/time'
import type { BenchRow, FixedTime } from '~/composables/useBench'

// One line of a bench: when, what, how long it takes, and what is left of its promise then.
defineProps<{
  ticket?: BenchRow
  fixed?: FixedTime
  /** When, in words. */
  when: string
  on: boolean
  fresh: boolean
  query: Record<string, string>
}>()
function titleOf({ part, task, summary }: BenchRow): string {
  if (task) return `Task: ${task.text}`
  return part === 'answer' ? `Answer: ${summary}` : summary
}
/** What of a ticket it is, where it is not the whole of it. */
function partSaid({ part, isToAnswer, task, summary }: BenchRow): string {
  if (task) return `${summary} · `
  if (part === 'answer') return ''
  if (part === 'rest') return 'the rest of it · '
  return isToAnswer ? 'answer first · ' : ''
}
function fixedSaid({ state, isMissed }: FixedTime): string {
  if (isMissed) return 'not begun'
  return state === 'begun' ? 'begun' : 'fixed time'
}
const TAKES_FROM = {
  typed: 'as somebody said',
  median: 'the median of such tickets',
  plan: 'as its plan says',
  unknown: 'assumed; nothing is known of such tickets',
}
</script>

<template>
  <NuxtLink
    v-if="fixed"
    class="line fixed"
    :class="{ on }"
    :to="{ path: `/bench/${fixed.reference}`, query }"
  >
    <span class="at num">{{ when }}<PhAnchorSimple :size="14" class="anchor" aria-label="fixed time" /></span>
    <span class="what"
      ><b>{{ fixed.what }}</b
      ><span class="sub"
        ><span class="num">{{ fixed.reference }}</span> · {{ fixed.summary
        }}<b v-if="fixed.isLate" class="bad"> · promised before that</b></span
      ></span
    >
    <span class="num takes">{{ hoursAndMinutes(fixed.ends - fixed.starts) }}</span>
    <span class="left small" :class="fixed.isMissed ? 'bad' : 'quiet'"
      ><BandMark v-if="fixed.isMissed" band="over" />{{ fixedSaid(fixed) }}</span
    >
  </NuxtLink>
  <NuxtLink
    v-else-if="ticket"
    class="line"
    :class="{ on, fresh }"
    :to="{ path: `/bench/${ticket.reference}`, query }"
    :aria-current="on ? 'true' : undefined"
  >
    <span class="at num"
      >{{ when
      }}<b class="numeral" :class="{ first: ticket.priorityOrder === 1 }" :title="ticket.priority">{{
        ticket.numeral
      }}</b></span
    >
    <span class="what"
      ><b>{{ titleOf(ticket) }}</b
      ><span class="sub"
        ><span class="num">{{ ticket.reference }}</span> · {{ partSaid(ticket) }}{{ ticket.organisation
        }}<template v-if="ticket.because"> · here, since {{ ticket.because }}</template></span
      ></span
    >
    <span class="num takes" :title="TAKES_FROM[ticket.estimate]"
      >{{ ['typed', 'plan'].includes(ticket.estimate) ? '' : '~' }}{{ hoursAndMinutes(ticket.takes) }}</span
    >
    <span class="left num" :class="{ bad: ticket.broken.length }">
      <template v-if="ticket.thenLeft !== null"
        ><BandMark v-if="ticket.broken.length" band="over" />{{ signedBalance(ticket.thenLeft)
        }}<span v-if="ticket.broken.length" class="word">over</span></template
      >
      <template v-else><span class="quiet small">no promise</span></template>
    </span>
  </NuxtLink>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr) 64px 92px;
  border-bottom: 1px solid var(--rule);
  color: inherit;
  text-decoration: none;
  min-height: 54px;
}
.line:hover {
  background: var(--page-2);
}
.line.on {
  background: var(--sea-2);
}
.line:focus-visible {
  outline-offset: -2px;
}
.line.fixed {
  background: var(--page-2);
  border-left: 4px solid var(--ink);
}
.line.fixed.on {
  background: var(--sea-2);
}
.line.fresh {
  animation: slide-in 0.6s ease-out;
  box-shadow: inset 4px 0 0 var(--brass);
}
@keyframes slide-in {
  from {
    transform: translateY(-24px);
    opacity: 0;
  }
}
.at {
  border-right: 1px solid var(--red-2);
  padding: 8px 9px 4px 0;
  text-align: right;
  font-size: 0.82rem;
  color: var(--ink-2);
}
.fixed .at {
  margin-left: -4px;
}
.numeral {
  display: table;
  margin: 2px 0 0 auto;
  font: 600 0.86rem var(--serif);
  color: var(--ink);
}
.numeral.first {
  background: var(--ink);
  color: var(--page);
  padding: 0 5px;
  border-radius: 2px;
}
.anchor {
  display: block;
  margin: 3px 0 0 auto;
}
.what {
  padding: 7px 10px 5px;
  min-width: 0;
}
.what b {
  font-weight: 600;
}
.what > b {
  display: block;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.sub {
  display: block;
  font-size: 0.9rem;
  color: var(--ink-2);
}
.takes,
.left {
  text-align: right;
  padding-top: 8px;
}
.left {
  padding-right: 14px;
  font-weight: 600;
}
.left .word {
  display: block;
  font: 0.86rem var(--sans);
}
.bad {
  color: var(--red);
}
@media (max-width: 520px) {
  .what > b {
    white-space: normal;
  }
  .line {
    grid-template-columns: 58px minmax(0, 1fr) 52px 78px;
  }
}
</style>

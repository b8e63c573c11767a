<script setup lang="ts">
import { dayAndMonth, weekdayAndTime } from '~~/core/time/words'

// Who calls, as the desk has to know them at once: how they are covered, what they use, what they have open already.
const props = defineProps<{ who: AnswerOf<'GET /api/intake'>['requester'] }>()
const time = useDeskTime()
const COVER = { covered: 'covered', expired: 'agreement expired', oneOff: 'no agreement: a one-off job' }
/** A day of the agreement: the same on every screen, whatever zone it is looked at from. */
const day = (date: string) => dayAndMonth(Date.parse(date), 'UTC')
const more = ({ rows, all }: { rows: unknown[]; all: number }) => all - rows.length
const there = computed(() => weekdayAndTime(time.now, props.who.zone))
</script>

<template>
  <dl class="parts">
    <dt>Requester</dt>
    <dd>
      <NuxtLink :to="`/directory/people/${who.id}`"
        ><b>{{ who.name }}</b></NuxtLink
      >
      · {{ who.mail }}{{ who.phone ? ` · ${who.phone}` : '' }}
    </dd>
    <dt>From</dt>
    <dd>
      {{ who.organisation ?? 'no organisation' }}{{ who.site ? ` · ${who.site}` : '' }} ·
      <span class="num">{{ there }}</span> there
    </dd>
    <dt>Cover</dt>
    <dd :class="{ bad: who.cover.state !== 'covered' }">
      <b>{{ COVER[who.cover.state] }}</b>
      <template v-if="who.cover.number">
        · {{ who.cover.cover }}, agreement <span class="num">{{ who.cover.number }}</span>,
        {{ who.cover.state === 'covered' ? 'until' : 'ran out' }} {{ day(who.cover.last!) }}
      </template>
    </dd>
    <template v-if="who.equipment.all">
      <dt>Uses</dt>
      <dd>
        <span v-for="one in who.equipment.rows" :key="one.number" class="one">
          <NuxtLink :to="`/directory/equipment/${one.number}`">{{ one.name }}</NuxtLink>{{
            one.site ? `, ${one.site}` : ''
          }}
        </span>
        <span v-if="more(who.equipment)" class="quiet">and {{ more(who.equipment) }} more</span>
      </dd>
    </template>
    <dt>Open</dt>
    <dd>
      <span v-if="!who.open.all" class="quiet">nothing</span>
      <span v-for="one in who.open.rows" :key="one.reference" class="one">
        <NuxtLink :to="`/desk/${one.reference}`"
          ><span class="num">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
        >
        <span class="quiet">&nbsp;· {{ one.status }}, {{ dayAndMonth(one.loggedAt, who.zone) }}</span>
      </span>
      <span v-if="more(who.open)" class="quiet">and {{ more(who.open) }} more</span>
    </dd>
  </dl>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: 110px 1fr;
  margin: 12px 0;
}
dt,
dd {
  margin: 0;
  padding: 4px 0;
  border-bottom: 1px dotted var(--rule);
  min-width: 0;
  overflow-wrap: anywhere;
}
dt {
  color: var(--ink-3);
}
.one {
  display: block;
}
.bad b {
  color: var(--red);
}
@media (max-width: 760px) {
  .parts {
    grid-template-columns: 84px 1fr;
  }
}
</style>

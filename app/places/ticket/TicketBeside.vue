<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'
import type { BesidePart as PartName } from './arranged'
import { useBeside } from './useBeside'

// What stands beside the conversation, in the order of somebody's layout.
const props = defineProps<{
  ticket: Ticket
  shown: readonly PartName[]
  now: number
  zone: string
  query: Record<string, string>
  /** Keys by what they begin. */
  keys: Readonly<Record<string, string>>
  /** Whether looks at the requester's machine stand here, and partner desks. */
  assists?: boolean
  /** Whether there is an act that asks what solved it. */
  takesOver?: boolean
}>()
const emit = defineEmits<{ done: []; left: []; reply: [words: string]; take: [solution: string] }>()
const { data: found } = useBeside(() => props.ticket.reference)
type Part = { begin: () => unknown } | null
const parts = new Map<string, Part>()
defineExpose({ begin: (what: string) => parts.get(what)?.begin() })
const keep = (what: string) => (part: unknown) => void parts.set(what, part as Part)
const keepTasks = keep('tasks')
const keepTime = keep('timer')
const keepLinks = keep('links')
const keepAssist = keep('assist')
const keepPartner = keep('partner')
const keepArticles = keep('articles')
</script>

<template>
  <AssistPart
    v-if="assists && (ticket.assist.offered || ticket.assist.sessions)"
    :ref="keepAssist"
    :ticket="ticket"
    :zone="zone"
    :now="now"
    :hint="keys.assist"
    @done="emit('done')"
    @left="emit('left')"
  />
  <CounterpartPart
    v-if="assists && (ticket.exchange.offered || ticket.exchange.counterparts)"
    :ref="keepPartner"
    :ticket="ticket"
    :zone="zone"
    :now="now"
    :hint="keys.partner"
    @done="emit('done')"
    @left="emit('left')"
  />
  <template v-for="part in shown" :key="part">
    <template v-if="part === 'tasks'">
      <PlanPart
        v-for="plan in ticket.plans"
        :key="plan.run"
        v-bind="{ ticket, plan, zone, now }"
        @done="emit('done')"
        @left="emit('left')"
      />
    </template>
    <TasksPart
      v-if="part === 'tasks'"
      :ref="keepTasks"
      :ticket="ticket"
      :zone="zone"
      :now="now"
      :hint="keys.tasks"
      @done="emit('done')"
      @left="emit('left')"
    />
    <ArticlesPart
      v-else-if="part === 'articles'"
      :ref="keepArticles"
      :ticket="ticket"
      :found="found"
      :hint="keys.articles"
      :zone="zone"
      @reply="(words) => emit('reply', words)"
      @done="emit('done')"
      @left="emit('left')"
    />
    <SimilarPart
      v-else-if="part === 'similar'"
      v-bind="{ ticket, found, zone, query, takesOver }"
      @done="emit('done')"
      @take="(solution) => emit('take', solution)"
    />
    <AlsoOpenPart v-else-if="part === 'open'" :ticket="ticket" :found="found" :query="query" />
    <EquipmentPart v-else-if="part === 'equipment'" :ticket="ticket" :found="found" :now="now" :zone="zone" />
    <LinksPart
      v-else-if="part === 'links'"
      :ref="keepLinks"
      :ticket="ticket"
      :query="query"
      :hint="keys.links"
      @done="emit('done')"
      @left="emit('left')"
    />
    <TimePart
      v-else-if="part === 'time'"
      :ref="keepTime"
      :ticket="ticket"
      :zone="zone"
      :now="now"
      :hint="keys.timer"
      @done="emit('done')"
      @left="emit('left')"
    />
    <FieldsPart v-else-if="part === 'fields'" :ticket="ticket" :zone="zone" @done="emit('done')" />
    <BesidePart v-else-if="part === 'impactUrgency'" title="Weight">
      impact {{ ticket.impact }}
      <BecauseMark :because="ticket.because.impact" :edition="ticket.edition" about="impact" />
      urgency {{ ticket.urgency }}
      <BecauseMark :because="ticket.because.urgency" :edition="ticket.edition" about="urgency" />
    </BesidePart>
    <BesidePart v-else title="Decided by">
      <NuxtLink :to="{ path: '/design', query: { edition: ticket.edition } }"
        >Edition {{ ticket.edition }}</NuxtLink
      >
      <p class="quiet small">
        logged {{ momentInWords(ticket.loggedAt, zone, now) }} as “{{ ticket.item.name }}”
      </p>
    </BesidePart>
  </template>
</template>

<script setup lang="ts">
import { GRADE_WORDS } from '~~/core/similar'
import { dayAndMonth } from '~~/core/time'
import type { LinkKind } from '~~/core/work'
import { ask } from '~/kit/asking'
import { toast } from '~/kit/toast'
import type { Ticket } from '~/composables/useTickets'
import type { Found } from './useBeside'

// Tickets like this one, open and solved, with why; linked, called the same or its cause from here.
const props = defineProps<{
  ticket: Ticket
  found?: Found
  zone: string
  query: Record<string, string>
  /** Whether what solved another can be taken over. */
  takesOver?: boolean
}>()
const emit = defineEmits<{ done: []; take: [solution: string] }>()
type One = Found['similar'][number]
const session = useSession()
const works = computed(() => session.may('workTickets'))
const rows = computed(() => props.found?.similar ?? [])
const linked = computed(() => new Map(props.ticket.links.map((one) => [one.reference, one.words])))
const stands = (one: One) =>
  one.doneAt === null ? one.status.toLowerCase() : `done ${dayAndMonth(one.doneAt, props.zone)}`

const { error, run } = useDeed(() => emit('done'))
const path = computed(() => ({ reference: props.ticket.reference }))
const setLink = (to: number, as: LinkKind, on: boolean) =>
  run(async () => {
    await api('POST /api/tickets/{reference}/links', { path: path.value, body: { to, as, on } })
    emit('done')
    return true
  })
async function link(one: One, as: LinkKind, says: string) {
  if (await setLink(one.reference, as, true)) toast(says, { undo: () => setLink(one.reference, as, false) })
}
const list = ref<HTMLElement>()
async function merge(one: One) {
  const into = one.reference
  const at = list.value?.querySelector<HTMLElement>(`[data-like="${into}"] button`)
  const says = `${props.ticket.reference} ends, and is handled for its requester too with ${into}.`
  if (!at || !(await ask({ at, says, verb: 'Merge it' }))) return
  const done = await run(async () => {
    await api('POST /api/tickets/{reference}/merge', { path: path.value, body: { into } })
    return true
  })
  if (!done) return
  toast(`${props.ticket.reference} is handled with ${into} from now on.`)
  await navigateTo({ path: `/desk/${into}`, query: props.query })
}
const goesOn = computed(() => Boolean(props.ticket.major && props.ticket.major.endedAt === undefined))
/** Into a major incident: this one, or that one where it is one. */
async function gather(major: number, child: number) {
  const done = await run(async () => {
    const body = { step: 'gather' as const, tickets: [child] }
    await api('POST /api/tickets/{reference}/major', { path: { reference: major }, body })
    return true
  })
  if (!done) return
  toast(`${child} is told what ${major} is told from now on.`)
  emit('done')
}
const gathers = ({ reference, isOpen, isMajor }: One) => {
  if (!session.may('declareMajor')) return []
  const own = props.ticket.reference
  if (goesOn.value && isOpen && !isMajor)
    return [{ label: `Gather ${reference} into this`, run: () => gather(own, reference) }]
  const isFree = !goesOn.value && props.ticket.statusGroup !== 'done'
  return isMajor && isFree
    ? [{ label: `Gather this into ${reference}`, run: () => gather(reference, own) }]
    : []
}
/** Answered and ended together with those that are open. */
const together = ref(false)
const cache = useQueryCache()
async function ended() {
  emit('done')
  await cache.invalidateQueries({ key: ['beside', props.ticket.reference] }).catch(() => undefined)
}
const several = computed(() => works.value && rows.value.some((one) => one.isOpen))
const actsFor = (one: One) => {
  const { reference } = one
  return [
    { label: 'Link them', run: () => link(one, 'related', `It is linked with ${reference}.`) },
    {
      label: `It is the same as ${reference}`,
      run: () => link(one, 'duplicateOf', `It is the same as ${reference}.`),
    },
    { label: `${reference} caused it`, run: () => link(one, 'causedBy', `${reference} caused it.`) },
    ...gathers(one),
    ...(one.isOpen && props.ticket.statusGroup !== 'done'
      ? [{ label: `Merge into ${reference} …`, run: () => merge(one) }]
      : []),
  ]
}
</script>

<template>
  <BesidePart title="Similar" :note="rows.length ? String(rows.length) : undefined">
    <template v-if="several" #acts>
      <KitButton kind="link" class="no-print" aria-haspopup="dialog" @click="together = true"
        >Several at once …</KitButton
      >
    </template>
    <ul v-if="rows.length" ref="list">
      <li v-for="one in rows" :key="one.reference" :data-like="one.reference">
        <NuxtLink :to="{ path: `/desk/${one.reference}`, query }"
          ><span class="num">{{ one.reference }}</span> {{ one.summary }}</NuxtLink
        >
        <p class="quiet small">
          {{ stands(one) }} · {{ GRADE_WORDS[one.grade] }} <LikenessMark :one="one" /><template
            v-if="linked.has(one.reference)"
          >
            · {{ linked.get(one.reference) }} it</template
          ><template v-else-if="works">
            {{ ' ' }}
            <KitMenu
              kind="link"
              class="acts no-print"
              :label="`What ${one.reference} is to this ticket`"
              :acts="actsFor(one)"
              >link …</KitMenu
            ></template
          >
        </p>
        <p v-if="one.solution" class="small solution">
          {{ one.solution }}
          <KitButton
            v-if="works && takesOver"
            kind="link"
            class="no-print"
            :aria-label="`Solve it as ${one.reference} was`"
            @click="emit('take', one.solution)"
            >solve it so …</KitButton
          >
        </p>
      </li>
    </ul>
    <p v-else-if="found" class="quiet small">No other ticket is like it.</p>
    <KitError :error="error" />
    <LazyTogetherDialog
      v-if="together"
      :reference="ticket.reference"
      :zone="zone"
      @done="ended"
      @close="together = false"
    />
  </BesidePart>
</template>

<style scoped>
.acts {
  margin-left: 0.4em;
}
.solution {
  border-left: 2px solid var(--brass);
  padding-left: 6px;
  overflow-wrap: anywhere;
}
</style>

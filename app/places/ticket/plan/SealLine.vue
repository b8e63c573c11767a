<script setup lang="ts">
import { momentInWords } from '~~/core/time'
import type { Ticket } from '~/composables/useTickets'
import { askedInWords, type TaskOnTicket } from './planWords'

// An approval of a plan: its seal, whose word is asked for, and what they said.
const props = defineProps<{
  task: TaskOnTicket
  people: Ticket['people']
  zone: string
  now: number
  /** Who looks. */
  me: string
  works: boolean
  busy: boolean
}>()
const emit = defineEmits<{ yes: []; no: []; query: []; hand: [from: string | null] }>()
const asked = computed(() => props.task.seal?.asked ?? [])
const lines = computed(() => asked.value.map((one) => ({ one, ...askedInWords(one, props.people, props) })))
const queries = computed(() =>
  (props.task.seal?.queries ?? []).map(({ person, text, answer }) => ({
    ...{ by: props.people[person] ?? person, asks: text, answer: answer?.text },
  })),
)
const isMine = computed(() => asked.value.some((one) => one.person === props.me && one.isTurn))
const isOpen = computed(() => props.task.stands === 'open')
/** More than one must agree. */
const wanted = computed(() => {
  const { wanted: many = 1 } = props.task.seal ?? {}
  return asked.value.length > 1 ? `${many} of ${asked.value.length} must agree` : ''
})
</script>

<template>
  <div class="line">
    <SealMark :number="task.number" :sealed="task.seal?.sealed ?? 'open'" />
    <div>
      <b>{{ task.text }}</b>
      <p v-if="!isOpen && !task.end" class="quiet small">
        {{ task.stands === 'notForIt' ? 'not for this request' : 'asked once its stage opens' }}
      </p>
      <p v-for="{ one, name, inPlace, says } in lines" :key="one.person" class="small">
        {{ name }}<span v-if="inPlace" class="quiet"> ({{ inPlace }})</span>: {{ says
        }}<template v-if="isOpen && !one.word && (works || one.person === me)">
          ·
          <KitButton kind="link" class="no-print" :disabled="busy" @click="emit('hand', one.person)"
            >ask somebody else …</KitButton
          ></template
        >
      </p>
      <p v-for="{ by, asks, answer } in queries" :key="asks" class="small query">
        {{ by }} asks: {{ asks }}<template v-if="answer"><br />answered: {{ answer }}</template
        ><span v-else class="quiet">; the requester has not answered yet</span>
      </p>
      <p v-if="isOpen && !lines.length" class="small">
        Nobody could be found to ask.
        <KitButton v-if="works" kind="link" class="no-print" @click="emit('hand', null)"
          >Ask somebody …</KitButton
        >
      </p>
      <p v-if="isOpen && task.due" class="small" :class="{ late: task.isLate }">
        <template v-if="task.isLate">late: </template>due {{ momentInWords(task.due, zone, now)
        }}<span v-if="wanted" class="quiet"> · {{ wanted }}</span>
      </p>
      <p v-if="isMine" class="no-print">
        <KitButton :busy="busy" @click="emit('yes')">Yes</KitButton>
        &nbsp;<KitButton kind="plain" :disabled="busy" @click="emit('no')">No …</KitButton> &nbsp;<KitButton
          kind="link"
          :disabled="busy"
          @click="emit('query')"
          >ask the requester first …</KitButton
        >
      </p>
    </div>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  gap: 8px;
  padding: 4px 0;
}
.line p {
  margin: 1px 0;
}

.line .query {
  border-left: 2px solid var(--brass);
  padding-left: 6px;
  overflow-wrap: anywhere;
}
.late {
  color: var(--red);
}
</style>

<script setup lang="ts">
import type { Design } from '~~/core/design'
import { categoriesToPick, type MailIntake, type Portal } from '~~/core/intake'
import type { DirectoryPage } from '~/composables/useNames'
import { itemsOf } from './portals'

// What becomes of what comes in at a portal or by its mailbox.
const props = defineProps<{
  portal: Portal
  design: Design
  directory: DirectoryPage
  today: string
  disabled: boolean
}>()
const emit = defineEmits<{ change: [change: Partial<Portal>] }>()

const put = (change: Partial<Portal>) => emit('change', change)
const staff = computed(() =>
  named(props.directory.people.filter((one) => one.active && one.role !== 'requester')),
)
const priorities = computed(() =>
  props.design.priorities.map((one) => ({ value: one.id, label: `${one.numeral} ${one.name}` })),
)
const COMES = [
  { value: 'accept', label: 'is accepted at once' },
  { value: 'hold', label: 'waits in Arrivals until somebody accepts it' },
] as const
const STRANGERS: { value: MailIntake['unknown']; label: string }[] = [
  { value: 'refuse', label: 'is answered: we do not know you' },
  { value: 'keep', label: 'stays in the mailbox, unanswered' },
]
const unknown = computed(() => props.portal.byMail?.unknown ?? 'refuse')
function setMailbox(mailbox: string) {
  put({ mailbox: mailbox.trim() })
}
function setLevels(levels: number | null) {
  if (levels !== null && (levels < 1 || levels > 9)) throw new Error('Write 1 to 9, or leave it empty.')
  put({ categoryLevels: levels ?? undefined, ...(levels === null && { requestersPick: undefined }) })
}
/** Deep enough to say more than what most things that can be asked for say already. */
const FIRST_LEVELS = 2
const picks = (on: boolean) =>
  put({
    requestersPick: on || undefined,
    categoryLevels: props.portal.categoryLevels ?? (on ? FIRST_LEVELS : undefined),
  })
/** Of what can be asked for here, so much has more than one category to pick from. */
const picking = computed(
  () =>
    itemsOf(props.design, props.portal, props.today).filter(
      (one) => categoriesToPick(props.design.categories, one, props.portal).length > 0,
    ).length,
)
</script>

<template>
  <section aria-labelledby="intake">
    <h2 id="intake">What comes in</h2>
    <div class="pairs">
      <KitChoice
        label="What comes in"
        :model-value="portal.holds ? 'hold' : 'accept'"
        :options="COMES"
        :disabled="disabled"
        @update:model-value="put({ holds: $event === 'hold' ? true : undefined })"
      />
      <KitNumber
        v-if="portal.holds || portal.requestersPick || portal.categoryLevels"
        label="Levels of category that a ticket needs"
        placeholder="any"
        :min="1"
        :max="9"
        :model-value="portal.categoryLevels ?? null"
        :disabled="disabled"
        :commit="setLevels"
      />
      <KitCheckbox
        label="Whoever asks picks the category, in their words"
        :help="
          portal.requestersPick
            ? `Asked with ${counted(picking, 'thing')} of this portal; the words stand in Categories.`
            : 'Without, the desk sorts it.'
        "
        :model-value="portal.requestersPick === true"
        :disabled="disabled"
        @update:model-value="picks"
      />
      <KitText
        label="Mails come from"
        type="email"
        :model-value="portal.mailbox"
        :disabled="disabled"
        :commit="setMailbox"
      />
      <KitChoice
        label="A new mail to it asks for"
        placeholder="nothing: only answers are taken"
        clears
        :model-value="portal.byMail?.item ?? null"
        :options="named(design.items)"
        :disabled="disabled"
        @update:model-value="put({ byMail: $event ? { item: $event, unknown } : undefined })"
      />
      <KitChoice
        v-if="portal.byMail"
        label="From an address that nobody has, it"
        :model-value="unknown"
        :options="STRANGERS"
        :disabled="disabled"
        @update:model-value="put({ byMail: { item: portal.byMail!.item, unknown: $event ?? 'refuse' } })"
      />
      <KitChoice
        label="Priority, where the source order asks portals"
        placeholder="none"
        clears
        :model-value="portal.priority ?? null"
        :options="priorities"
        :disabled="disabled"
        @update:model-value="put({ priority: $event ?? undefined })"
      />
      <KitChoice
        label="Team of what no row of the routing fits"
        placeholder="as the desk says"
        clears
        :model-value="portal.team ?? null"
        :options="named(directory.teams)"
        :disabled="disabled"
        @update:model-value="put({ team: $event ?? undefined })"
      />
      <KitChoice
        label="And the person who gets it"
        placeholder="as the team says"
        clears
        :model-value="portal.person ?? null"
        :options="staff"
        :disabled="disabled"
        @update:model-value="put({ person: $event ?? undefined })"
      />
    </div>
  </section>
</template>

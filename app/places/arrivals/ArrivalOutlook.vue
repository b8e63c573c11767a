<script setup lang="ts">
import type { ArrivalPage, Outlook } from '~/composables/useArrivals'
import type { AcceptanceField, Chosen } from './useArrival'

// What a person knows better than triage, and what would become of the ticket with it.
defineProps<{
  page: ArrivalPage
  outlook?: Outlook
  /** Why it cannot be accepted like that. */
  cannot: unknown
  asItStands: (field: AcceptanceField) => string
  when: (at: number) => string
}>()
const choice = defineModel<Chosen>('choice', { required: true })
const FIELDS: Record<AcceptanceField, string> = {
  ticketKind: 'Ticket kind',
  category: 'Category',
  priority: 'Priority',
  level: 'Service level',
}
const set = (field: AcceptanceField, value: string | null) =>
  (choice.value = { ...choice.value, [field]: value })
</script>

<template>
  <section aria-labelledby="becomes">
    <h2 id="becomes">If it is accepted</h2>
    <div class="choices">
      <KitChoice
        v-for="(label, field) in FIELDS"
        :key="field"
        :label="label"
        :model-value="choice[field]"
        :placeholder="asItStands(field)"
        clears
        :options="page.choices[field]"
        @update:model-value="set(field, $event)"
      />
    </div>
    <KitError v-if="cannot" :error="cannot" />
    <dl v-else-if="outlook" class="parts" aria-live="polite">
      <dt>Priority</dt>
      <dd>
        {{ outlook.numeral }} · {{ outlook.priority
        }}<BecauseMark :because="outlook.because.priority" :edition="outlook.edition" about="priority" />
      </dd>
      <dt>Goes to</dt>
      <dd>
        {{ outlook.queue
        }}<BecauseMark :because="outlook.because.queue" :edition="outlook.edition" about="queue" /> ·
        {{ outlook.technician ?? `${outlook.team}, nobody yet`
        }}<BecauseMark :because="outlook.because.technician" :edition="outlook.edition" about="technician" />
      </dd>
      <template v-for="one in outlook.promises" :key="one.target">
        <dt>{{ one.label }}</dt>
        <dd>
          {{ one.dueAt === null ? 'begins paused' : `due ${when(one.dueAt)}`
          }}<BecauseMark :because="one.because" :edition="outlook.edition" :about="one.label" />
        </dd>
      </template>
      <template v-if="outlook.promises.length === 0">
        <dt>Promises</dt>
        <dd>none: no service level grants it any time</dd>
      </template>
    </dl>
  </section>
</template>

<style scoped>
h2 {
  margin: 16px 0 4px;
  border-bottom: 3px double var(--rule-2);
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 6px 14px;
  margin: 6px 0 8px;
}
.choices :deep(.kit-field) {
  margin: 0;
}
.parts {
  display: grid;
  grid-template-columns: 132px minmax(0, 1fr);
  margin: 0;
}
dt {
  color: var(--ink-3);
}
dt,
dd {
  margin: 0;
  padding: 4px 8px 4px 0;
  border-bottom: 1px dotted var(--rule);
}
</style>

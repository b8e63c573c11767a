<script setup lang="ts">
import type { DesignChange } from '~~/core/design'

// What is different between two designs, thing by thing; with a choice among them where one is asked for.
defineProps<{ changes: (DesignChange & { key?: string; by?: { id: string; name: string }[] })[] }>()
const chosen = defineModel<string[]>()
const PARTS: Record<string, string> = {
  items: 'Catalog item',
  questions: 'Question',
  forms: 'Form',
  serviceLevels: 'Service level',
  ladders: 'Ladder',
  templates: 'Message',
  categories: 'Category',
  triage: 'Triage',
  kinds: 'Ticket kind',
  desk: 'Settings of the desk',
  calendars: 'Calendar',
  rotas: 'Rota',
  portals: 'Portal',
  priorities: 'Priority',
  groups: 'Group',
  webhooks: 'Other system',
  moves: 'Move',
  shelves: 'Shelf',
  checklists: 'Checklist',
  savedReplies: 'Words at hand',
  translations: 'Words in other languages',
  layouts: 'Page',
}
const TRIAGE: Record<string, string> = {
  sourceOrder: 'source order',
  teamOrders: 'source orders of teams',
  departments: 'departments',
  what: 'what it is',
  weight: 'how bad, how soon',
  matrix: 'impact and urgency',
  routing: 'where it goes',
  otherwise: 'where all else goes',
  assignment: 'who gets it',
  skills: 'who knows what',
  signals: 'signals',
  learnt: 'learnt rules',
}
const named = (one: DesignChange) =>
  one.part === 'triage' ? (TRIAGE[one.id] ?? one.id) : one.what === 'moved' ? 'in another order' : one.id
</script>

<template>
  <table class="ledger-table">
    <tbody>
      <tr v-for="(one, index) in changes" :key="index">
        <td v-if="chosen && one.key">
          <input
            v-model="chosen"
            type="checkbox"
            :value="one.key"
            :aria-label="`${PARTS[one.part] ?? one.part} ${named(one)}`"
          />
        </td>
        <td>
          {{ PARTS[one.part] ?? one.part }} <b>{{ named(one) }}</b>
        </td>
        <td>{{ one.what }}</td>
        <td>
          <div v-for="detail in one.details" :key="detail">{{ detail }}</div>
        </td>
        <td v-if="one.by" class="quiet">{{ one.by.map((by) => by.name).join(', ') }}</td>
      </tr>
    </tbody>
  </table>
</template>

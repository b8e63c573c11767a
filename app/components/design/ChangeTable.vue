<script setup lang="ts">
import type { DesignChange } from '~~/core/design'

// What is different between two designs, thing by thing.
defineProps<{ changes: DesignChange[] }>()
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
  desk: 'Desk',
  calendars: 'Calendar',
  rotas: 'Rota',
  portals: 'Portal',
  queues: 'Queue',
  priorities: 'Priority',
  groups: 'Group',
}
</script>

<template>
  <table class="ledger-table">
    <tbody>
      <tr v-for="(one, index) in changes" :key="index">
        <td>
          {{ PARTS[one.part] ?? one.part }} <b>{{ one.id }}</b>
        </td>
        <td>{{ one.what }}</td>
        <td>
          <div v-for="detail in one.details" :key="detail">{{ detail }}</div>
        </td>
      </tr>
    </tbody>
  </table>
</template>

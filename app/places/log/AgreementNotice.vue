<script setup lang="ts">
import { dayAndMonth } from '~~/core/time/words'

// An agreement that a caller has named: whether it covers, and for whom it may be asked.
defineProps<{ agreement: AnswerOf<'GET /api/intake/agreements/{number}'> }>()
defineEmits<{ choose: [person: string] }>()
/** A day of the agreement: the same on every screen, whatever zone it is looked at from. */
const day = (date: string) => dayAndMonth(Date.parse(date), 'UTC')
</script>

<template>
  <div class="notice" :class="agreement.state === 'covered' ? 'good' : 'bad'">
    Agreement <b class="num">{{ agreement.number }}</b>: {{ agreement.name }}, {{ agreement.cover }},
    {{ agreement.state === 'covered' ? 'until' : 'expired' }} {{ day(agreement.last) }}.
    <template v-if="agreement.people.all">
      Whoever calls:
      <KitButton
        v-for="one in agreement.people.rows"
        :key="one.value"
        class="person"
        kind="link"
        @click="$emit('choose', one.value)"
        >{{ one.label }}</KitButton
      >
      <span v-if="agreement.people.all > agreement.people.rows.length" class="quiet"
        >and {{ agreement.people.all - agreement.people.rows.length }} more: find them by name</span
      >
    </template>
    <template v-else>Nobody of this organisation is in the directory yet: add whoever calls.</template>
  </div>
</template>

<style scoped>
.person {
  margin-right: 10px;
}
</style>

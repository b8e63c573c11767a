<script setup lang="ts">
// What the machine says of itself, and what of it is otherwise than the desk knew.
type Open = NonNullable<AnswerOf<'GET /api/tickets/{reference}/assists'>['open']>
defineProps<{ session: Open; when: (at: number) => string; busy: boolean; works: boolean }>()
const emit = defineEmits<{ keep: [] }>()
</script>

<template>
  <section aria-label="What the machine says of itself">
    <MachineFactLines :lines="session.facts" />
    <template v-if="session.machine">
      <p v-if="session.isKept" class="quiet small">Kept as what is known of {{ session.machine.name }}.</p>
      <template v-else>
        <ul v-if="session.changes.length" class="small">
          <li v-for="one in session.changes" :key="one.label">
            {{ one.label }}:
            <template v-if="one.before"
              ><s>{{ one.before }}</s> → </template
            >{{ one.after ?? 'not there any more' }}
          </li>
        </ul>
        <p v-else class="quiet small">
          {{ session.knownAt ? `As it was ${when(session.knownAt)}.` : 'Nothing was known of it before.' }}
        </p>
        <KitButton v-if="works" kind="link" class="small no-print" :busy="busy" @click="emit('keep')">{{
          session.knownAt ? 'Keep what is new' : 'Keep this'
        }}</KitButton>
      </template>
    </template>
  </section>
</template>

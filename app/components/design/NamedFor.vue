<script setup lang="ts">
// The first line of something that is kept under a name for everybody or one team.
defineProps<{
  name: string
  label: string
  team?: string
  teams: { id: string; name: string }[]
  readonly: boolean
  /** What no team stands for. */
  nobody?: string
}>()
const emit = defineEmits<{ rename: [name: string]; team: [team: string | undefined]; remove: [] }>()
</script>

<template>
  <p class="line">
    <input
      class="inline-field title"
      :value="name"
      :disabled="readonly"
      :aria-label="label"
      @change="emit('rename', typedIn($event).trim())"
    />
    <slot />
    <label
      >for
      <select
        class="inline-field"
        :value="team ?? ''"
        :disabled="readonly"
        @change="emit('team', typedIn($event) || undefined)"
      >
        <option value="">{{ nobody ?? 'everybody' }}</option>
        <option v-for="one in teams" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select></label
    >
    <button v-if="!readonly" class="link small" type="button" @click="emit('remove')">
      remove {{ name }}
    </button>
  </p>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 0;
}
</style>

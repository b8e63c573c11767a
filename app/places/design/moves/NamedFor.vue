<script setup lang="ts">
// The first line of something that is kept under a name for everybody or one team.
const props = defineProps<{
  name: string
  label: string
  team?: string
  teams: { id: string; name: string }[]
  readonly: boolean
  /** What no team stands for. */
  nobody?: string
}>()
const teamsOrNone = computed(() => [{ value: '', label: props.nobody ?? 'everybody' }, ...named(props.teams)])
const emit = defineEmits<{ rename: [name: string]; team: [team: string | undefined]; remove: [] }>()
</script>

<template>
  <div class="line">
    <KitText
      class="title"
      bare
      in-place="heading"
      :label="label"
      :model-value="name"
      :disabled="readonly"
      :commit="(now: string) => emit('rename', now.trim())"
    />
    <slot />
    <span>for</span>
    <KitChoice
      bare
      :label="`${name} is for`"
      :model-value="team ?? ''"
      :options="teamsOrNone"
      :disabled="readonly"
      @update:model-value="emit('team', $event || undefined)"
    />
    <KitButton v-if="!readonly" kind="link" @click="emit('remove')">remove {{ name }}</KitButton>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin: 0;
}
.title :deep(input) {
  width: min(24em, 80vw);
}
</style>

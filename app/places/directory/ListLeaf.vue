<script setup lang="ts">
import { KINDS, type ListName } from '~~/core/directory'
import { addressOfThing, aKindOf } from './useThings'

// What a list is for, the list as a file, and who changed what in it.
const props = defineProps<{ list: ListName }>()
const session = useSession()
const kind = computed(() => KINDS[props.list])
</script>

<template>
  <h1>{{ kind.title }}</h1>
  <p>{{ kind.says }}</p>
  <p v-if="session.mayAdd(list)">
    <KitButton kind="main" @click="navigateTo({ path: addressOfThing(list), query: { new: '1' } })"
      >Add {{ aKindOf(list) }} …</KitButton
    >
  </p>
  <WaysGrid v-if="list === 'sites'" />
  <ListFile :list="list" />
  <ThingTrail v-if="session.mayChange(list)" :list="list" />
</template>

<script setup lang="ts" generic="T extends string">
import '~/theme/parts/tabs'
import Tab from 'primevue/tab'
import TabList from 'primevue/tablist'
import TabPanel from 'primevue/tabpanel'
import TabPanels from 'primevue/tabpanels'
import Tabs from 'primevue/tabs'

// Several sheets of which one is seen; each stands in the slot of its name.
defineProps<{
  tabs: readonly { value: T; label: string; count?: number }[]
  modelValue: T
  label: string
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
</script>

<template>
  <Tabs :value="modelValue" lazy @update:value="emit('update:modelValue', $event as T)">
    <TabList :pt="{ tabList: { 'aria-label': label } }">
      <Tab v-for="one in tabs" :key="one.value" :value="one.value">
        {{ one.label }} <span v-if="one.count !== undefined" class="num small">{{ one.count }}</span>
      </Tab>
    </TabList>
    <TabPanels>
      <TabPanel v-for="one in tabs" :key="one.value" :value="one.value">
        <slot :name="one.value" />
      </TabPanel>
    </TabPanels>
  </Tabs>
</template>

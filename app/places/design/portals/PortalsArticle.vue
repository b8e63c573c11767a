<script setup lang="ts">
import { addressOf, type Portal } from '~~/core/intake'
import { isoDate } from '~~/core/time'
import { LANGUAGE_NAMES, languagesOf } from '~~/core/words'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'
import { copyOf, itemsOf } from './portals'

// The counters at which requesters ask; a new one is a copy of another.
const props = defineProps<PageProps & { directory: DirectoryPage }>()
const query = useRoute().query
const to = (id: string) => ({ path: `/design/portals/${id}`, query })
const COLUMNS = [
  { name: 'name', label: 'Portal' },
  { name: 'address', label: 'Address' },
  { name: 'who', label: 'People of' },
  { name: 'languages', label: 'Languages' },
  { name: 'items', label: 'To ask for', figures: true },
  { name: 'acts', label: 'What to do', bare: true },
]
const today = computed(() => isoDate(Date.now(), props.design.desk.zone))
const organisation = (id: string) => props.directory.organisations.find((one) => one.id === id)?.name ?? id
const rows = computed(() =>
  props.design.portals.map((portal, at) => ({
    ...{
      id: portal.id,
      portal,
      number: `${props.number}.${at + 1}`,
      address: `/portal/${addressOf(portal)}`,
    },
    who: portal.organisations.map(organisation).join(', ') || 'any organisation',
    languages: languagesOf(portal)
      .map((one) => LANGUAGE_NAMES[one])
      .join(', '),
    items: itemsOf(props.design, portal, today.value).length,
    found: props.findings.filter((one) => one.place === `portals/${portal.id}`).length,
  })),
)

const copying = ref<Portal>()
const name = ref('')
const organisationOf = ref<string | null>(null)
/** Organisations that no portal is for yet stand first: a portal is mostly copied for one of them. */
const organisations = computed(() => {
  const served = new Set(props.design.portals.flatMap((one) => one.organisations))
  const group = (id: string) => (served.has(id) ? 'have a portal' : 'have no portal yet')
  return props.directory.organisations
    .map((one) => ({ value: one.id, label: one.name, group: group(one.id) }))
    .sort((a, b) => b.group.localeCompare(a.group))
})
function begin(portal: Portal) {
  copying.value = portal
  name.value = ''
  organisationOf.value = null
}
/** A portal is called as its people are until somebody gives it another name. */
const title = computed(
  () => name.value.trim() || (organisationOf.value === null ? '' : organisation(organisationOf.value)),
)
async function copy() {
  if (!title.value || !copying.value) return
  const { id, steps } = copyOf(props.design, copying.value, {
    ...{ name: title.value, organisation: organisationOf.value },
  })
  if (await props.changeAll(steps)) await navigateTo(to(id))
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">The counters at which requesters ask. A new one is made as a copy of another.</p>
    <FindingsAt :findings="findings" place="portals" />
    <KitTable v-if="rows.length" :rows="rows" :columns="COLUMNS" row-key="id" label="Portals">
      <template #cell-name="{ row }">
        <span class="num quiet number">{{ row.number }}</span>
        <NuxtLink :to="to(row.id)">{{ row.portal.name }}</NuxtLink>
        <span v-if="row.found" class="found small"> {{ counted(row.found, 'finding') }}</span>
      </template>
      <template #cell-address="{ row }"
        ><a :href="row.address">{{ row.address }}</a></template
      >
      <template #cell-acts="{ row }">
        <KitButton
          v-if="!readonly"
          kind="link"
          :aria-label="`Copy ${row.portal.name}`"
          @click="begin(row.portal)"
          >copy …</KitButton
        >
      </template>
    </KitTable>
    <KitEmpty v-else says="There is no portal, so nobody can ask for anything by themselves." />
    <form v-if="copying" class="naming" @submit.prevent="copy" @keydown.esc.stop="copying = undefined">
      <KitText
        v-model="name"
        label="Name of the new portal"
        :help="`It begins as ${copying.name} is.`"
        :placeholder="title"
        focuses
      />
      <KitChoice
        v-model="organisationOf"
        label="For people of"
        clears
        :placeholder="copying.organisations.length ? 'the same' : 'any organisation'"
        :options="organisations"
      />
      <KitButton type="submit" :disabled="!title">Make it</KitButton>
      <KitButton kind="plain" @click="copying = undefined">Leave it</KitButton>
    </form>
  </div>
</template>

<style scoped>
.number {
  margin-right: 8px;
}
.found {
  color: var(--red);
}
.naming {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
  margin-top: 12px;
}
.naming :deep(.kit-field) {
  margin: 0;
}
</style>

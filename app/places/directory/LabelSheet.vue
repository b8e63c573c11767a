<script setup lang="ts">
import { KINDS } from '~~/core/directory'
import { portalOfPerson } from '~~/core/intake/portalOf'

// Labels of machines, to be printed: a QR code that opens “ask about this” in the portal of whoever has the machine.
const route = useRoute()
const text = (name: string) => (typeof route.query[name] === 'string' ? route.query[name] : undefined)
const numbers = computed(
  () =>
    text('numbers')
      ?.split(',')
      .filter((one) => /^\d{1,15}$/.test(one)) ?? [],
)
const MOST = 200
const sheet = useQuery({
  key: () => [
    'directory',
    'equipment',
    'labels',
    numbers.value.join(),
    text('find') ?? '',
    text('where') ?? '',
  ],
  query: async ({ signal }) => {
    const [first] = await api('GET /api/editions', { signal })
    const { document } = await api('GET /api/editions/{number}', {
      path: { number: first?.number ?? 1 },
      signal,
    })
    const { default: QR } = await import('qrcode')
    const lines = numbers.value.length
      ? await Promise.all(
          numbers.value
            .slice(0, MOST)
            .map((id) => api('GET /api/directory/{list}/{id}', { path: { list: 'equipment', id }, signal })),
        )
      : (
          await api('GET /api/directory/{list}', {
            path: { list: 'equipment' },
            query: { search: text('find'), where: text('where'), limit: MOST },
            signal,
          })
        ).rows
    return Promise.all(
      lines.map(async ({ id, name, values }) => {
        const portal = portalOfPerson(document.portals, String(values.organisation))
        const address = `${location.origin}${portal ? `/portal/${portal.id}/about/${id}` : `/directory/equipment/${id}`}`
        const code = await QR.toString(address, { type: 'svg', margin: 0, errorCorrectionLevel: 'M' })
        return { id, name, serial: String(values.serial ?? ''), address, portal: portal?.name ?? '', code }
      }),
    )
  },
})
const print = () => window.print()
</script>

<template>
  <div class="sheet">
    <div class="tools">
      <p class="small">
        <NuxtLink to="/directory/equipment">{{ KINDS.equipment.title }}</NuxtLink>
      </p>
      <h1>Labels</h1>
      <p class="quiet">
        Whoever reads one with a telephone can ask for something about that machine, once they have signed in.
      </p>
      <KitButton kind="main" :disabled="!sheet.data.value?.length" @click="print">Print them</KitButton>
      <KitError :error="sheet.error.value" tries-again @again="sheet.refetch()" />
      <p v-if="sheet.isPending.value && !sheet.error.value" class="quiet" role="status">
        Drawing the labels …
      </p>
      <KitEmpty v-if="sheet.data.value && !sheet.data.value.length" says="No machine fits." />
    </div>
    <ul>
      <li v-for="one in sheet.data.value" :key="one.id">
        <!-- Made here of an address of ours: bars and nothing else. -->
        <!-- eslint-disable-next-line vue/no-v-html -->
        <div class="code" role="img" :aria-label="`Code for ${one.address}`" v-html="one.code" />
        <div>
          <b class="num">{{ one.id }}</b>
          <span>{{ one.name }}</span>
          <span class="small">{{ one.serial }}</span>
          <span class="small">{{ one.portal }}</span>
        </div>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.sheet {
  height: 100%;
  overflow-y: auto;
  padding: 12px 24px 40px;
}
ul {
  list-style: none;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 12px;
}
li {
  display: flex;
  gap: 12px;
  border: 1px dashed var(--rule-2);
  padding: 10px;
  break-inside: avoid;
  background: #fff;
  color: #000;
}
li > div:last-child {
  display: flex;
  flex-direction: column;
  overflow-wrap: anywhere;
  min-width: 0;
}
.code {
  width: 84px;
  height: 84px;
  flex: none;
}
@media print {
  .tools {
    display: none;
  }
  .sheet {
    overflow: visible;
    height: auto;
  }
}
</style>

<script setup lang="ts">
import { freeId } from '~~/core/naming'
import { deskName } from '~/composables/designWords'
import type { PageProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// The ticket kinds: each with its lifecycle and the catalog items that lead to it. A new one begins as a copy.
const props = defineProps<PageProps & { directory: DirectoryPage }>()
const itemsOf = (id: string) => props.design.items.filter((one) => one.kind === id)
const name = ref('')
const like = ref(props.design.kinds[0]?.id ?? '')

async function make() {
  const title = name.value.trim()
  const pattern = props.design.kinds.find((one) => one.id === like.value)
  if (!title || !pattern) return
  const id = freeId(title, (one) => props.design.kinds.some((kind) => kind.id === one), 'kind')
  if (!(await props.change('kinds', id, null, { ...pattern, id, name: title }))) return
  name.value = ''
  await navigateTo(`/design/kinds/${id}`)
}
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      The desk’s inner sorts of ticket: through which statuses one goes, what each asks for, and what happens
      by itself. Many catalog items may share a kind.
    </p>
    <table class="ledger-table">
      <thead>
        <tr>
          <th>Kind</th>
          <th v-if="directory.desks.length">Whose</th>
          <th>Statuses</th>
          <th>Catalog items that lead to it</th>
          <th><span class="sr-only">Findings</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(kind, at) in design.kinds" :key="kind.id">
          <td>
            <span class="num quiet">{{ number }}.{{ at + 1 }}</span
            >&nbsp;
            <NuxtLink :to="{ path: `/design/kinds/${kind.id}`, query: $route.query }">{{
              kind.name
            }}</NuxtLink>
          </td>
          <td v-if="directory.desks.length">{{ deskName(directory.desks, kind.desk) }}</td>
          <td>{{ kind.statuses.map((one) => one.name).join(', ') }}</td>
          <td>
            {{ itemsOf(kind.id).length }}
            <span class="quiet small"
              >{{
                itemsOf(kind.id)
                  .slice(0, 4)
                  .map((one) => one.name)
                  .join(', ')
              }}{{ itemsOf(kind.id).length > 4 ? ' …' : '' }}</span
            >
          </td>
          <td><FindingsAt :findings="findings" :place="`kinds/${kind.id}`" /></td>
        </tr>
      </tbody>
    </table>
    <form v-if="!readonly" class="make" @submit.prevent="make">
      <label>A new kind, called <input v-model="name" class="inline-field" /></label>
      <label
        >beginning like
        <select v-model="like" class="inline-field">
          <option v-for="kind in design.kinds" :key="kind.id" :value="kind.id">{{ kind.name }}</option>
        </select></label
      >
      <button class="act" type="submit">Make it</button>
    </form>
  </div>
</template>

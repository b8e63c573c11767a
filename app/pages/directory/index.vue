<script setup lang="ts">
import type { DirectoryPage } from '~/composables/useNames'

definePageMeta({ layout: 'desk', middleware: 'staff' })
useHead({ title: 'Directory · Yare Ledger' })
const directory = ref<DirectoryPage>(await api<DirectoryPage>('/api/people'))
const adding = ref(false)
const empty = { name: '', mail: '', role: 'technician', password: '', team: '', site: '' }
const form = reactive({ ...empty })
const error = ref<ApiError>()
const said = ref('')
const find = ref('')
const shown = computed(() =>
  directory.value.people.filter((one) =>
    `${one.name} ${one.mail}`.toLowerCase().includes(find.value.toLowerCase()),
  ),
)
const teamNames = (ids: string[]) =>
  ids.map((id) => directory.value.teams.find((team) => team.id === id)?.name ?? id).join(', ')
const siteName = (id?: string) => directory.value.sites.find((site) => site.id === id)?.name ?? ''

async function add() {
  error.value = undefined
  const { team, site, ...rest } = form
  try {
    await api('/api/people', {
      method: 'POST',
      body: { ...rest, ...(form.role === 'requester' ? site && { site } : team && { team }) },
    })
    said.value = `${form.name} is in the directory and can sign in.`
    Object.assign(form, empty)
    adding.value = false
    directory.value = await api<DirectoryPage>('/api/people')
  } catch (thrown) {
    error.value = asApiError(thrown)
  }
}
</script>

<template>
  <div class="sheet">
    <DirectoryNav />
    <h1>
      Directory
      <span class="quiet small"
        >{{ directory.people.length }} people, {{ directory.teams.length }} teams,
        {{ directory.sites.length }} sites</span
      >
    </h1>
    <p v-if="said" class="notice good" role="status">{{ said }}</p>
    <p class="tools">
      <input v-model="find" type="search" aria-label="Find a person" placeholder="Find a person" />
      <button class="act main" type="button" :aria-expanded="adding" @click="adding = !adding">
        Add a person
      </button>
    </p>
    <form v-if="adding" class="panel" novalidate @submit.prevent="add">
      <div
        v-for="[name, label, type] in [
          ['name', 'Name', 'text'],
          ['mail', 'Mail address', 'email'],
          ['password', 'First password', 'password'],
        ] as const"
        :key="name"
        class="field"
      >
        <label :for="`p-${name}`">{{ label }}</label>
        <InputText
          :id="`p-${name}`"
          v-model="form[name]"
          :type="type"
          :invalid="Boolean(error?.on(name))"
          :aria-describedby="`p-${name}-error`"
        />
        <p :id="`p-${name}-error`" class="error-text">{{ error?.on(name) }}</p>
      </div>
      <div class="field">
        <label for="p-role">Role</label>
        <select id="p-role" v-model="form.role">
          <option
            v-for="role in ['requester', 'technician', 'dispatcher', 'lead', 'administrator']"
            :key="role"
          >
            {{ role }}
          </option>
        </select>
      </div>
      <div v-if="form.role === 'requester'" class="field">
        <label for="p-site">Site</label>
        <select id="p-site" v-model="form.site">
          <option value="">none</option>
          <option v-for="site in directory.sites" :key="site.id" :value="site.id">{{ site.name }}</option>
        </select>
      </div>
      <div v-else class="field">
        <label for="p-team">Team</label>
        <select id="p-team" v-model="form.team">
          <option value="">none</option>
          <option v-for="team in directory.teams" :key="team.id" :value="team.id">{{ team.name }}</option>
        </select>
      </div>
      <p v-if="error" class="notice bad" role="alert">{{ error.problem.detail }}</p>
      <button class="act main" type="submit">Add</button>
      <button class="act plain" type="button" @click="adding = false">Leave it</button>
    </form>
    <table class="ledger-table">
      <thead>
        <tr>
          <th>Name</th>
          <th>Mail</th>
          <th>Role</th>
          <th>Team or site</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in shown" :key="one.id">
          <td>
            <b>{{ one.name }}</b>
          </td>
          <td>{{ one.mail }}</td>
          <td>{{ one.role }}</td>
          <td>{{ teamNames(one.teams) || siteName(one.site) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="shown.length === 0" class="quiet">Nobody is called “{{ find }}”.</p>
  </div>
</template>

<style scoped>
.sheet {
  height: 100%;
  overflow-y: auto;
  padding: 16px 24px 40px;
}
.tools {
  display: flex;
  gap: 12px;
}
.tools input,
select {
  font: inherit;
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  background: var(--field);
  color: var(--ink);
  padding: 4px 8px;
}
.tools input::placeholder {
  color: var(--ink-3);
  opacity: 1;
}
.panel {
  border: 1px solid var(--rule-2);
  border-left: 3px solid var(--sea);
  background: var(--page-2);
  padding: 12px 14px;
  margin: 10px 0;
  max-width: 520px;
}
</style>

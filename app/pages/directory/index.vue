<script setup lang="ts">
import type { Role } from '~~/core/design'
import type { DirectoryPage } from '~/composables/useNames'

definePageMeta({ layout: 'staff', middleware: 'staff' })
useHead({ title: 'Directory · Yare Ledger' })
const directory = ref<DirectoryPage>(await api('GET /api/people'))
const session = useSession()
const opened = ref('')
const priorities = ref<{ value: string; label: string }[]>([])
if (session.isLead) {
  const [newest] = await api('GET /api/editions')
  const { document } = await api('GET /api/editions/{number}', { path: { number: newest!.number } })
  priorities.value = document.priorities.map((one) => ({
    value: one.id,
    label: `${one.numeral} ${one.name}`,
  }))
}
const reload = async () => (directory.value = await api('GET /api/people'))
/** Those of the site first who could look after it, then those of the desk. */
const peopleOf = (site: { id: string }) =>
  directory.value.people.filter((one) => one.active && (one.site === site.id || one.role !== 'requester'))
async function setSite(site: string, body: { priority?: string | null; manager?: string | null }) {
  error.value = undefined
  try {
    await api('PATCH /api/sites/{site}', { path: { site }, body })
    await reload()
  } catch (thrown) {
    error.value = asApiError(thrown)
  }
}
const adding = ref(false)
const empty = { name: '', mail: '', role: 'technician' as Role, password: '', team: '', site: '' }
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
    await api('POST /api/people', {
      body: { ...rest, ...(form.role === 'requester' ? site && { site } : team && { team }) },
    })
    said.value = `${form.name} is in the directory and can sign in.`
    Object.assign(form, empty)
    adding.value = false
    directory.value = await api('GET /api/people')
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
          <th>Knows, or works in</th>
          <th v-if="session.isLead"><span class="sr-only">Change</span></th>
        </tr>
      </thead>
      <tbody>
        <template v-for="one in shown" :key="one.id">
          <tr :class="{ quiet: !one.active }">
            <td>
              <b>{{ one.name }}</b>
              <template v-if="!one.active"> · not active</template>
            </td>
            <td>{{ one.mail }}</td>
            <td>{{ one.role }}</td>
            <td>{{ teamNames(one.teams) || siteName(one.site) }}</td>
            <td>{{ one.skills?.join(', ') || one.department }}</td>
            <td v-if="session.isLead">
              <button
                class="link"
                type="button"
                :aria-expanded="opened === one.id"
                :aria-label="`Change ${one.name}`"
                @click="opened = opened === one.id ? '' : one.id"
              >
                …
              </button>
            </td>
          </tr>
          <tr v-if="opened === one.id">
            <td colspan="6"><PersonRow :person="one" :priorities="priorities" @changed="reload" /></td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="shown.length === 0" class="quiet">Nobody is called “{{ find }}”.</p>
    <template v-if="session.isLead">
      <h2>Sites</h2>
      <p class="quiet">
        Where the source order asks sites, their priority counts for what is asked for from there. Who looks
        after a site is told by ladders and in major incidents.
      </p>
      <table class="ledger-table sites">
        <tbody>
          <tr v-for="site in directory.sites" :key="site.id">
            <td>{{ site.name }}</td>
            <td class="quiet">{{ site.zone }}</td>
            <td>
              <select
                :value="site.priority ?? ''"
                :aria-label="`Priority of ${site.name}`"
                @change="setSite(site.id, { priority: typedIn($event) || null })"
              >
                <option value="">none</option>
                <option v-for="one in priorities" :key="one.value" :value="one.value">{{ one.label }}</option>
              </select>
            </td>
            <td>
              <select
                :value="site.manager ?? ''"
                :aria-label="`Who looks after ${site.name}`"
                @change="setSite(site.id, { manager: typedIn($event) || null })"
              >
                <option value="">nobody looks after it</option>
                <option v-for="one in peopleOf(site)" :key="one.id" :value="one.id">{{ one.name }}</option>
              </select>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped>
.sheet {
  height: 100%;
  overflow-y: auto;
  padding: 16px 24px 40px;
}
select {
  font: inherit;
  background: var(--field);
  color: var(--ink);
  border: 1px solid var(--field-rule);
  border-radius: 3px;
  padding: 2px 5px;
}
.sites {
  max-width: 720px;
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

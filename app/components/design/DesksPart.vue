<script setup lang="ts">
import type { ServiceDesk } from '~~/core/design'
import { freeId } from '~~/core/naming'
import type { ArticleProps } from '~/composables/useDraft'
import type { DirectoryPage } from '~/composables/useNames'

// The desks that work in this installation: which teams are at each, and who changes what is its own.
const props = defineProps<ArticleProps & { directory: DirectoryPage }>()
const session = useSession()
const isOpen = computed(() => !props.readonly && session.me?.role === 'administrator')
const leads = computed(() => props.directory.people.filter((one) => one.role === 'lead'))

const put = (desk: ServiceDesk, change: Partial<ServiceDesk>) =>
  props.change('desks', desk.id, desk, { ...desk, ...change })
function set(desk: ServiceDesk, list: 'teams' | 'leads', id: string, on: boolean) {
  const others = desk[list].filter((one) => one !== id)
  void put(desk, { [list]: on ? [...others, id] : others })
}
const isElsewhere = (desk: ServiceDesk, team: string) =>
  props.design.desks.some((one) => one.id !== desk.id && one.teams.includes(team))

const name = ref('')
async function make() {
  const title = name.value.trim()
  if (!title) return
  const id = freeId(title, (one) => props.design.desks.some((desk) => desk.id === one), 'desk')
  if (await props.change('desks', id, null, { id, name: title, teams: [], leads: [] })) name.value = ''
}
const owned = (id: string) =>
  [...props.design.kinds, ...props.design.items].filter((one) => one.desk === id).length
</script>

<template>
  <section aria-label="Desks">
    <h2>Desks</h2>
    <p class="quiet">
      <template v-if="design.desks.length"
        >A ticket kind is one desk’s own, changed by those who lead it, or shared by all. Which desk an item
        is asked of is a fact for rules and views.</template
      ><template v-else
        >There is one desk only, and everything is its own. With several, each can have ticket kinds of its
        own beside those that all share.</template
      >
    </p>
    <div v-if="design.desks.length" class="scroll-x" tabindex="0" role="group" aria-label="Desks, a table">
      <table class="ledger-table">
        <thead>
          <tr>
            <th>Desk</th>
            <th>Teams</th>
            <th>Led by</th>
            <th><span class="sr-only">What can be done</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="desk in design.desks" :id="`desk-${desk.id}`" :key="desk.id">
            <td>
              <input
                class="inline-field"
                :value="desk.name"
                :disabled="!isOpen"
                :aria-label="`Name of ${desk.name}`"
                @change="put(desk, { name: typedIn($event).trim() })"
              />
              <DesignMargin :findings="findings" :place="`kinds#desk-${desk.id}`" />
            </td>
            <td>
              <fieldset class="plain">
                <legend class="sr-only">Teams of {{ desk.name }}</legend>
                <label v-for="team in directory.teams" :key="team.id" class="choice"
                  ><input
                    type="checkbox"
                    :checked="desk.teams.includes(team.id)"
                    :disabled="!isOpen || isElsewhere(desk, team.id)"
                    @change="set(desk, 'teams', team.id, isTicked($event))"
                  />
                  {{ team.name }}</label
                >
              </fieldset>
            </td>
            <td>
              <fieldset class="plain">
                <legend class="sr-only">Who leads {{ desk.name }}</legend>
                <label v-for="one in leads" :key="one.id" class="choice"
                  ><input
                    type="checkbox"
                    :checked="desk.leads.includes(one.id)"
                    :disabled="!isOpen"
                    @change="set(desk, 'leads', one.id, isTicked($event))"
                  />
                  {{ one.name }}</label
                >
              </fieldset>
              <span v-if="!desk.leads.length" class="quiet small">nobody chosen: every lead</span>
            </td>
            <td>
              <button
                v-if="isOpen"
                class="link"
                type="button"
                :disabled="owned(desk.id) > 0"
                :aria-label="`Take out ${desk.name}`"
                :title="owned(desk.id) ? `${owned(desk.id)} kinds and items are its own` : undefined"
                @click="change('desks', desk.id, desk, null)"
              >
                take out
              </button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <form v-if="isOpen" class="make" @submit.prevent="make">
      <label>A new desk, called <input v-model="name" class="inline-field" /></label>
      <button class="act" type="submit">Make it</button>
    </form>
    <p v-else-if="!readonly" class="quiet small">Administrators say which desks there are.</p>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 28px;
}
.plain {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
td {
  vertical-align: top;
}
</style>

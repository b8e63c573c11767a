<script setup lang="ts">
import type { DirectoryPage } from '~/composables/useNames'
import {
  choiceOf,
  choicesFor,
  matchOf,
  missingOf,
  type Choice,
  type Lacking,
  type Make,
  type Matching,
} from './matching'

// Something that a file names and that is not here: which one it is, and what goes without it.
const props = defineProps<{ lacking: Lacking; directory: DirectoryPage }>()
const emit = defineEmits<{ say: [match: Matching] }>()
const said = computed(() => props.lacking.name ?? props.lacking.id)
const choice = computed(() => choiceOf(props.lacking))
const made = computed(() => props.lacking.match?.make)
const missing = computed(() => missingOf(props.lacking))
const choose = (now: Choice | null) => now !== null && emit('say', matchOf(props.lacking, now))
const put = (more: Partial<Make>) =>
  made.value && emit('say', { ...matchOf(props.lacking, 'make'), make: { ...made.value, ...more } })
const organisations = computed(() =>
  named(props.directory.organisations.filter((one) => one.active !== false)),
)
</script>

<template>
  <tr>
    <td class="what">
      {{ lacking.what }} <b>{{ said }}</b>
      <template v-if="lacking.name && lacking.name !== lacking.id"
        >&nbsp;<span class="quiet small">{{ lacking.id }}</span></template
      >
    </td>
    <td class="which">
      <KitChoice
        bare
        :label="`What is the ${lacking.what} ${said} here?`"
        placeholder="choose …"
        :model-value="choice"
        :options="choicesFor(lacking, directory)"
        @update:model-value="choose"
      />
      <div v-if="made" class="made">
        <KitText
          :label="`The new ${lacking.what} is called`"
          :model-value="made.name"
          :most="80"
          :commit="(name: string) => put({ name: name.trim() || said })"
        />
        <KitText
          v-if="lacking.what === 'person'"
          label="Mail"
          :model-value="made.mail ?? ''"
          :error="missing ? 'write a mail address like ada@desk.example' : undefined"
          :commit="(mail: string) => put({ mail: mail.trim() })"
        />
        <KitChoice
          v-if="lacking.what === 'site'"
          label="Whose site it is"
          :model-value="made.organisation ?? null"
          :options="organisations"
          :error="missing ? 'choose the organisation' : undefined"
          @update:model-value="$event && put({ organisation: $event })"
        />
      </div>
    </td>
    <td>
      <span v-if="lacking.isNeeded" class="quiet">The design cannot do without it.</span>
      <template v-if="choice === 'leave' || choice === null">
        <div v-for="(one, at) in lacking.without.slice(0, 4)" :key="at" class="small">
          {{ one.article }}, {{ one.name }}: {{ one.says.slice(0, 2).join('; ') }}
        </div>
        <div v-if="lacking.without.length > 4" class="small quiet">
          and {{ counted(lacking.without.length - 4, 'more thing') }}
        </div>
      </template>
    </td>
  </tr>
</template>

<style scoped>
td {
  vertical-align: top;
}
.what {
  min-width: 12rem;
}
.which {
  min-width: 16rem;
}
.made {
  display: grid;
  gap: 6px;
  margin-top: 6px;
}
</style>

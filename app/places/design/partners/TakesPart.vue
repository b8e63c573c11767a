<script setup lang="ts">
import { withoutGaps } from '~~/core/json'
import type { ClockDeed, Exchange, FitLine, TakenField } from '~~/core/partner'
import type { Names } from '~/composables/useNames'
import { freshTaken, replacedAt, targetName, targetOptions, type PartnerPart } from './maps'

// What becomes of what a partner desk says, field by field, and what its words do to our promises.
const props = defineProps<PartnerPart & { names: Names; misfits: readonly FitLine[] }>()
const emit = defineEmits<{ put: [takes: Exchange['takes']] }>()
const takes = computed(() => props.exchange.takes)
const put = (change: Partial<Exchange['takes']>) => emit('put', withoutGaps({ ...takes.value, ...change }))
const place = computed(() => `partners/${props.exchange.id}`)
const gives = computed(() => props.offer?.gives ?? [])
const theirs = computed(() => gives.value.map(({ id, name }) => ({ value: id, label: name, note: id })))
const theirName = (field: string) => gives.value.find((one) => one.id === field)?.name ?? field
const targets = computed(() => {
  const taken = new Set<string>(takes.value.fields.map((one) => one.to))
  return targetOptions(props.design).filter((one) => !taken.has(one.value))
})
const from = ref<string | null>(null)
const typed = ref('')
const field = computed(() => from.value ?? typed.value.trim())
function add(to: TakenField['to'] | null) {
  if (!to || !field.value) return
  const given = gives.value.find((one) => one.id === field.value)
  opened.value = takes.value.fields.length
  put({ fields: [...takes.value.fields, freshTaken(given, field.value, to, props.names)] })
  from.value = null
  typed.value = ''
}
const opened = ref<number>()
const becomes = ({ values, otherwise, to }: TakenField) => {
  if (!values) return 'as it is'
  const named = (value: string) => props.names[to]?.find((one) => one.value === value)?.label ?? value
  const some = [...new Set(values.map((one) => named(one.ours)))].join(', ') || 'no value yet'
  return otherwise === undefined ? some : `${some}; any other: ${named(otherwise)}`
}
const DEEDS = [
  { value: 'none', label: 'nothing' },
  { value: 'pause', label: 'our promises rest' },
  { value: 'resume', label: 'our promises go on' },
] as const
const clocksBy = computed(() => takes.value.clocks?.field ?? null)
const clockValues = computed(() => gives.value.find((one) => one.id === clocksBy.value)?.values ?? [])
const choices = computed(() =>
  theirs.value.filter((one) => gives.value.find(({ id }) => id === one.value)?.values),
)
function setDeed(value: string, deed: ClockDeed | 'none' | null) {
  const { field: by, deeds } = takes.value.clocks!
  const { [value]: _, ...others } = deeds
  put({ clocks: { field: by, deeds: deed && deed !== 'none' ? { ...others, [value]: deed } : others } })
}
</script>

<template>
  <section aria-labelledby="takes">
    <h2 id="takes">What comes from {{ name }}</h2>
    <ol v-if="takes.fields.length" class="map">
      <MapLine
        v-for="(one, at) in takes.fields"
        :key="at"
        v-bind="{ place, readonly, findings, misfits }"
        :at="`takes-${one.from}`"
        :name="theirName(one.from)"
        :says="`${becomes(one)}${one.when ? ', only where it says' : ''}`"
        :opened="opened === at"
        @toggle="opened = opened === at ? undefined : at"
      >
        {{ theirName(one.from) }} <span class="num quiet small">{{ one.from }}</span> →
        <b>{{ targetName(design, one.to) }}</b>
        <template #terms>
          <TakenFieldTerms
            :field="one"
            :given="gives.find((each) => each.id === one.from)"
            :design="design"
            :names="names"
            @change="put({ fields: replacedAt(takes.fields, at, $event) })"
            @remove="((opened = undefined), put({ fields: replacedAt(takes.fields, at, undefined) }))"
          />
        </template>
      </MapLine>
    </ol>
    <p v-else class="quiet">Nothing that it says changes a ticket here; it is shown with the counterpart.</p>
    <div v-if="!readonly" class="acts">
      <KitChoice
        v-if="theirs.length"
        v-model="from"
        bare
        label="Their field"
        placeholder="take in …"
        :options="theirs"
      />
      <KitText v-else v-model="typed" bare label="Their field" placeholder="take in the field …" />
      <KitChoice
        v-if="field"
        bare
        label="What it becomes"
        placeholder="and it becomes …"
        :model-value="null"
        :options="targets"
        @update:model-value="add"
      />
      <KitSwitch
        :model-value="takes.replies ?? false"
        label="What they say stands in the conversation"
        @update:model-value="put({ replies: $event || undefined })"
      />
      <KitSwitch
        :model-value="takes.notes ?? false"
        label="Their notes are taken in"
        @update:model-value="put({ notes: $event || undefined })"
      />
      <KitSwitch
        :model-value="takes.files ?? false"
        label="Their files are taken in with it"
        @update:model-value="put({ files: $event || undefined })"
      />
    </div>
    <div id="clocks" class="clocks">
      <KitChoice
        v-if="choices.length || clocksBy"
        class="narrow"
        label="Our promises follow"
        placeholder="nothing that they say"
        clears
        :disabled="readonly"
        :model-value="clocksBy"
        :options="choices"
        @update:model-value="put({ clocks: $event ? { field: $event, deeds: {} } : undefined })"
      />
      <div v-if="clocksBy" class="deeds">
        <KitChoice
          v-for="value in clockValues"
          :key="value.id"
          :label="`At “${value.name}”`"
          :disabled="readonly"
          :model-value="takes.clocks!.deeds[value.id] ?? 'none'"
          :options="DEEDS"
          @update:model-value="setDeed(value.id, $event)"
        />
      </div>
    </div>
  </section>
</template>

<style scoped>
.map {
  margin: 6px 0;
  padding-left: 22px;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
  margin: 8px 0;
}
.clocks {
  margin: 8px 0;
}
</style>

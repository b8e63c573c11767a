<script setup lang="ts">
import type { Condition } from '~~/core/condition'
import type { Exchange, FitLine, SentField } from '~~/core/partner'
import { withoutGaps } from '~~/core/json'
import type { Names } from '~/composables/useNames'
import { factOptions } from '../asking'
import { freshSent, keyOfSource, replacedAt, SOURCES, type PartnerPart } from './maps'

// What a partner desk is told of our tickets, field by field, and which tickets go to it by themselves.
const props = defineProps<PartnerPart & { names: Names; misfits: readonly FitLine[] }>()
const emit = defineEmits<{ put: [sends: Exchange['sends']] }>()
const sends = computed(() => props.exchange.sends)
const put = (change: Partial<Exchange['sends']>) => emit('put', withoutGaps({ ...sends.value, ...change }))
const place = computed(() => `partners/${props.exchange.id}`)
/** What time makes of a ticket changes without anybody doing anything: nobody is told that. */
const sources = computed(() => [
  ...SOURCES,
  ...factOptions(props.design).filter((one) => one.group !== 'As time goes by'),
])
const nameOf = ({ from }: SentField) =>
  'text' in from
    ? from.text
    : (sources.value.find((one) => one.value === keyOfSource(from))?.label ?? keyOfSource(from))
function add(key: string | null) {
  if (!key) return
  const called = sources.value.find((one) => one.value === key)?.label ?? key
  const known = { words: props.design, names: props.names, offer: props.offer }
  const fresh = freshSent(props.exchange, key, key === 'text' ? 'Title' : called, known)
  opened.value = sends.value.fields.length
  put({ fields: [...sends.value.fields, fresh] })
}
const opened = ref<number>()
const said = (field: SentField) =>
  field.values ? field.values.map((one) => one.name).join(', ') || 'no value yet' : 'as it is'
const RULES = [
  { value: 'none', label: 'only where somebody asks them by hand' },
  { value: 'logged', label: 'when a ticket is logged for which this holds' },
  { value: 'changed', label: 'as soon as this holds of a ticket' },
] as const
type When = (typeof RULES)[number]['value']
const NOTHING_YET: Condition = { any: [] }
const setRule = (on: When | null) =>
  put({ rule: !on || on === 'none' ? undefined : { on, when: sends.value.rule?.when ?? NOTHING_YET } })
</script>

<template>
  <section aria-labelledby="sends">
    <h2 id="sends">What goes to {{ name }}</h2>
    <ol v-if="sends.fields.length" class="map">
      <MapLine
        v-for="(field, at) in sends.fields"
        :key="at"
        v-bind="{ place, readonly, findings, misfits }"
        :at="`sends-${field.id}`"
        :name="field.name"
        :says="`${said(field)}${field.when ? ', only where it says' : ''}`"
        :opened="opened === at"
        @toggle="opened = opened === at ? undefined : at"
      >
        <b>{{ nameOf(field) }}</b> → {{ field.name }} <span class="num quiet small">{{ field.id }}</span>
        <template #terms>
          <SentFieldTerms
            :field="field"
            :offer="offer"
            :design="design"
            :names="names"
            @change="put({ fields: replacedAt(sends.fields, at, $event) })"
            @remove="((opened = undefined), put({ fields: replacedAt(sends.fields, at, undefined) }))"
          />
        </template>
      </MapLine>
    </ol>
    <p v-else class="quiet">Nothing of a ticket is said to it.</p>
    <div v-if="!readonly" class="acts">
      <KitChoice
        :key="sends.fields.length"
        bare
        label="Say something more"
        placeholder="say also …"
        :model-value="null"
        :options="sources"
        @update:model-value="add"
      />
      <KitSwitch
        :model-value="sends.replies ?? false"
        label="What is said with requesters goes over"
        @update:model-value="put({ replies: $event || undefined })"
      />
      <KitSwitch
        :model-value="sends.notes ?? false"
        label="Notes go over"
        note="never unless you say so"
        @update:model-value="put({ notes: $event || undefined })"
      />
      <KitSwitch
        :model-value="sends.files ?? false"
        label="Files go over with what is said"
        @update:model-value="put({ files: $event || undefined })"
      />
      <KitSwitch
        v-if="sends.replies || sends.notes || sends.earlier"
        :model-value="sends.earlier ?? false"
        label="What was said before it is asked goes with it"
        @update:model-value="put({ earlier: $event || undefined })"
      />
    </div>
    <p v-else class="quiet small">
      {{ sends.replies ? 'What is said with requesters goes over.' : '' }}
      {{ sends.notes ? 'Notes go over.' : '' }}
      {{ sends.files ? 'Files go over with what is said.' : '' }}
      {{ sends.earlier ? 'What was said before it is asked goes with it.' : '' }}
    </p>
    <div :id="'rule'">
      <KitChoice
        class="narrow"
        label="It is asked to take tickets"
        :model-value="(sends.rule?.on ?? 'none') as When"
        :options="RULES"
        :disabled="readonly"
        @update:model-value="setRule"
      />
      <ConditionField
        v-if="sends.rule"
        :condition="sends.rule.when"
        :words="design"
        :names="names"
        :readonly="readonly"
        :label="`Which tickets go to ${name}`"
        @change="put({ rule: { ...sends.rule, when: $event } })"
      />
      <FindingsAt :findings="findings" :place="`${place}#rule`" />
    </div>
  </section>
</template>

<style scoped>
.map {
  margin: 6px 0;
  padding-left: 22px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
  margin: 8px 0;
}
</style>

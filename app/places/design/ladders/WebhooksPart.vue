<script setup lang="ts">
import type { Webhook } from '~~/core/design'
import { templateFields } from '~~/core/design'
import { freeId } from '~~/core/naming'
import { momentInWords } from '~~/core/time'
import type { ArticleProps } from '~/composables/useDraft'

// Other systems that ladders and plans call, with what they are told.
const props = defineProps<ArticleProps>()
const session = useSession()
const time = useDeskTime()
const filled = computed(() =>
  Object.keys(templateFields(props.design))
    .map((one) => `{${one}}`)
    .join(' '),
)
const deed = useDeed()
const secrets = ref<Record<string, number>>({})
const fresh = ref<{ webhook: string; secret: string }>()
const save = (one: Webhook, change: Partial<Webhook>) =>
  void props.change('webhooks', one.id, one, { ...one, ...change })
function add() {
  const id = freeId('webhook', (one) => props.design.webhooks.some((other) => other.id === one), 'webhook')
  void props.change('webhooks', id, null, {
    id,
    name: 'Another system',
    url: 'https://',
    event: 'ticket.escalated',
    fields: [
      { name: 'number', value: '{reference}' },
      { name: 'what', value: '{summary}' },
    ],
  })
}
const setField = (one: Webhook, at: number, change: Partial<Webhook['fields'][0]>) =>
  save(one, { fields: one.fields.map((field, index) => (index === at ? { ...field, ...change } : field)) })

async function loadSecrets() {
  const rows = (await beside('Since when secrets hold', api('GET /api/webhooks'))) ?? []
  secrets.value = Object.fromEntries(rows.map((row) => [row.webhook, row.since]))
}
onMounted(() => session.may('changeDesign') && void loadSecrets())
async function renew(webhook: string) {
  const made = await deed.run(() => api('POST /api/webhooks/{webhook}/secret', { path: { webhook } }))
  if (made) fresh.value = { webhook, secret: made.secret }
  await loadSecrets()
}
</script>

<template>
  <section aria-labelledby="webhooks">
    <h2 id="webhooks">Calls to other systems</h2>
    <p class="quiet">
      A rung or a plan can call another system with what is said here, signed by Standard Webhooks. Fields in
      braces are filled in: {{ filled }}, and each answer by {form.} and the name of its question.
    </p>
    <p v-if="!design.webhooks.length" class="quiet">No other system is called yet.</p>
    <div v-for="one in design.webhooks" :key="one.id" class="webhook">
      <FindingsAt :findings="findings" :place="`ladders/webhook-${one.id}`" />
      <div class="terms">
        <KitText
          label="Name"
          :model-value="one.name"
          :disabled="readonly"
          :commit="(name: string) => save(one, { name })"
        />
        <KitText
          class="wide"
          label="Address"
          type="url"
          :model-value="one.url"
          :disabled="readonly"
          :commit="(url: string) => save(one, { url: url.trim() })"
        />
        <KitText
          label="About"
          :model-value="one.event"
          :disabled="readonly"
          :commit="(event: string) => save(one, { event: event.trim() })"
        />
        <KitButton v-if="!readonly" kind="link" @click="props.change('webhooks', one.id, one, null)"
          >remove {{ one.name }}</KitButton
        >
      </div>
      <LedgerTable
        :heads="[{ label: 'Field' }, { label: 'What is sent' }, { label: 'Take out', bare: true }]"
      >
        <tr v-for="(field, at) in one.fields" :key="at">
          <td>
            <KitText
              bare
              :label="`${one.name}: name of field ${at + 1}`"
              :model-value="field.name"
              :disabled="readonly"
              :commit="(name: string) => setField(one, at, { name: name.trim() })"
            />
          </td>
          <td>
            <KitText
              class="wide"
              bare
              :label="`${one.name}: value of field ${at + 1}`"
              :model-value="field.value"
              :disabled="readonly"
              :commit="(value: string) => setField(one, at, { value })"
            />
          </td>
          <td>
            <KitButton
              v-if="!readonly"
              kind="sign"
              :aria-label="`${one.name}: take out field ${at + 1}`"
              @click="save(one, { fields: one.fields.filter((_, index) => index !== at) })"
              >×</KitButton
            >
          </td>
        </tr>
      </LedgerTable>
      <p v-if="!readonly">
        <KitButton kind="link" @click="save(one, { fields: [...one.fields, { name: '', value: '' }] })"
          >and a field</KitButton
        >
        <template v-if="session.may('setSecrets')">
          ·
          <KitButton kind="link" :disabled="deed.busy.value" @click="renew(one.id)">
            {{ secrets[one.id] ? 'a new secret' : 'make its secret' }}
          </KitButton>
        </template>
        <span v-if="secrets[one.id]" class="quiet small">
          · signed with a secret since {{ momentInWords(secrets[one.id]!, session.me!.zone, time.now) }}; the
          one before is good for a day more</span
        >
        <span v-else class="quiet small"> · it gets a secret with its first call</span>
      </p>
      <p v-if="fresh?.webhook === one.id" class="notice" role="status">
        Its secret, shown this once: <code class="num">{{ fresh.secret }}</code>
      </p>
    </div>
    <KitError :error="deed.error.value" />
    <p v-if="!readonly"><KitButton @click="add">Add another system</KitButton></p>
  </section>
</template>

<style scoped>
.webhook {
  border-bottom: 1px solid var(--rule);
  padding: 6px 0;
}
.terms {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: flex-end;
}
.terms .kit-button {
  margin-bottom: 16px;
}
.wide :deep(input) {
  width: 22em;
  max-width: 100%;
}
code {
  overflow-wrap: anywhere;
}
</style>

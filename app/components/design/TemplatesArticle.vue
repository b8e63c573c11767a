<script setup lang="ts">
import { templateFields, type Template } from '~~/core/design'
import { freeId } from '~~/core/naming'
import type { PageProps } from '~/composables/useDraft'

// The messages that the desk sends, in words: fields are dropped in from a list, each can be said in other languages,
// and what it would say of a real ticket stands beside it.
const props = defineProps<PageProps & { version: number }>()
const BY_THE_DESK = new Set([
  ...['confirmation', 'held', 'rejected', 'assigned', 'reply', 'answered', 'majorUpdate', 'majorOver'],
])
type Words = { subject: string; body: string }

const open = ref(props.design.templates[0]?.id ?? '')
const language = ref('')
const template = computed(
  () => props.design.templates.find((one) => one.id === open.value) ?? props.design.templates[0],
)
const languages = computed(() => Object.keys(template.value?.languages ?? {}).sort())
const words = computed<Words>(
  () => template.value?.languages?.[language.value] ?? template.value ?? { subject: '', body: '' },
)
watch(open, () => (language.value = ''))
const save = (before: Template, after: Template | null) => props.change('templates', before.id, before, after)

function put(change: Partial<Words & { name: string }>) {
  const before = template.value
  if (!before) return
  const { name, ...said } = change
  if (name !== undefined) return void save(before, { ...before, name })
  if (!language.value) return void save(before, { ...before, ...said })
  const after = { ...words.value, ...said }
  void save(before, {
    ...before,
    languages: { ...before.languages, [language.value]: { subject: after.subject, body: after.body } },
  })
}
const tag = ref('')
const tagProblem = ref('')
function addLanguage() {
  const wanted = tag.value.trim().toLowerCase()
  const before = template.value
  tagProblem.value = /^[a-z]{2,3}(-[a-z0-9]{2,8})?$/.test(wanted)
    ? ''
    : 'write a language tag like nb or de-at'
  if (tagProblem.value || !before) return
  const { subject, body } = before
  void save(before, { ...before, languages: { ...before.languages, [wanted]: { subject, body } } })
  language.value = wanted
  tag.value = ''
}
function removeLanguage() {
  const before = template.value
  if (!before?.languages) return
  const { [language.value]: _, ...left } = before.languages
  const { languages: __, ...rest } = before
  void save(before, Object.keys(left).length ? { ...rest, languages: left } : rest)
  language.value = ''
}
function add() {
  const id = freeId('message', (one) => props.design.templates.some((other) => other.id === one), 'message')
  const after: Template = {
    id,
    name: 'A new message',
    subject: '[{reference}] {summary}',
    body: 'Hello {recipient},\n\n{text}\n\n{desk}',
  }
  void props.change('templates', id, null, after)
  open.value = id
}

// A field goes to where the cursor was last.
const subject = ref<HTMLInputElement>()
const body = ref<HTMLTextAreaElement>()
const last = ref<'subject' | 'body'>('body')
function drop(field: string) {
  const box = last.value === 'subject' ? subject.value : body.value
  if (!box) return
  const { selectionStart, selectionEnd, value } = box
  const [from, to] = [selectionStart ?? value.length, selectionEnd ?? value.length]
  put({ [last.value]: `${value.slice(0, from)}{${field}}${value.slice(to)}` })
  box.focus()
}

// What it would say of a ticket.
const reference = ref('')
const deed = useDeed()
const preview = ref<Words & { to: string }>()
async function look() {
  if (!/^\d+$/.test(reference.value.trim())) return
  const said = { subject: words.value.subject, body: words.value.body }
  preview.value = await deed.run(() =>
    api('POST /api/templates/preview', { body: { reference: Number(reference.value), ...said } }),
  )
}
watch([words, () => props.version], () => preview.value && void look())
const inBraces = (field: string) => `{${field}}`
</script>

<template>
  <div>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      What people are told, as plain text; mails have it as HTML too, with links that can be pressed. Some
      messages the desk sends by itself; ladders and timers send any of them.
    </p>
    <div class="two">
      <nav class="list" aria-label="Messages in words">
        <button
          v-for="one in design.templates"
          :key="one.id"
          class="one"
          type="button"
          :aria-current="one.id === template?.id ? 'true' : undefined"
          @click="open = one.id"
        >
          {{ one.name }}
          <span v-if="BY_THE_DESK.has(one.id)" class="quiet small">by the desk</span>
          <FindingsAt :findings="findings" :place="`templates/${one.id}`" />
        </button>
        <button v-if="!readonly" class="act" type="button" @click="add">Add a message</button>
      </nav>
      <section v-if="template" :key="template.id" :aria-label="template.name">
        <p>
          <label class="sr-only" for="template-name">Name of the message</label>
          <input
            id="template-name"
            class="inline-field title"
            :value="template.name"
            :disabled="readonly"
            @change="put({ name: typedIn($event) })"
          />
        </p>
        <div class="tabs" role="group" aria-label="Language">
          <button class="tab" type="button" :aria-pressed="language === ''" @click="language = ''">
            As it is for everybody
          </button>
          <button
            v-for="one in languages"
            :key="one"
            class="tab"
            type="button"
            :aria-pressed="language === one"
            @click="language = one"
          >
            {{ one }}
          </button>
          <form v-if="!readonly" class="tag" @submit.prevent="addLanguage">
            <input
              v-model="tag"
              class="inline-field"
              size="5"
              placeholder="nb"
              aria-label="Another language"
              aria-describedby="tag-problem"
            />
            <button class="link" type="submit">in another language</button>
            <span id="tag-problem" class="error-text">{{ tagProblem }}</span>
          </form>
        </div>
        <div class="field">
          <label :for="`s-${template.id}`">Subject</label>
          <input
            :id="`s-${template.id}`"
            ref="subject"
            class="inline-field wide"
            :value="words.subject"
            :disabled="readonly"
            @focus="last = 'subject'"
            @change="put({ subject: typedIn($event) })"
          />
        </div>
        <div class="field">
          <label :for="`b-${template.id}`">Text</label>
          <textarea
            :id="`b-${template.id}`"
            ref="body"
            class="inline-field wide"
            :value="words.body"
            :disabled="readonly"
            rows="9"
            @focus="last = 'body'"
            @change="put({ body: typedIn($event) })"
          />
        </div>
        <FindingsAt :findings="findings" :place="`templates/${template.id}`" />
        <details v-if="!readonly">
          <summary>Drop in a field</summary>
          <ul class="fields">
            <li v-for="(what, field) in templateFields(design)" :key="field">
              <button class="link num" type="button" @click="drop(String(field))">
                {{ inBraces(String(field)) }}
              </button>
              <span class="quiet"> {{ what }}</span>
            </li>
          </ul>
        </details>
        <p v-if="!readonly">
          <button v-if="language" class="link" type="button" @click="removeLanguage">
            no longer in {{ language }}
          </button>
          <button
            v-else-if="!BY_THE_DESK.has(template.id)"
            class="link"
            type="button"
            @click="save(template, null)"
          >
            remove “{{ template.name }}”
          </button>
        </p>
        <form class="ask" @submit.prevent="look">
          <label for="preview-ticket">What it would say of ticket</label>
          <input
            id="preview-ticket"
            v-model="reference"
            class="inline-field num"
            inputmode="numeric"
            size="7"
          />
          <button class="act" type="submit" :disabled="deed.busy.value">Look</button>
        </form>
        <p v-if="deed.error.value" class="error-text" role="alert">{{ deed.error.value.problem.detail }}</p>
        <div v-if="preview" class="preview" role="status">
          <p class="quiet small">to {{ preview.to }}</p>
          <b>{{ preview.subject }}</b>
          <pre>{{ preview.body }}</pre>
        </div>
      </section>
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 230px minmax(0, 720px);
  gap: 0 28px;
}
.list {
  display: flex;
  flex-direction: column;
  align-items: stretch;
}
.one {
  font: inherit;
  color: var(--ink);
  text-align: left;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--rule);
  padding: 6px 8px;
  cursor: pointer;
}
.one[aria-current] {
  background: var(--sea-2);
  font-weight: 650;
}
.list .act {
  margin-top: 10px;
}
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}
.tag {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.wide {
  width: 100%;
  max-width: none;
}
.fields {
  columns: 2;
  padding-left: 4px;
  list-style: none;
}
.fields .link {
  min-height: 24px;
}
.ask {
  display: flex;
  gap: 8px;
  align-items: center;
  margin-top: 8px;
}
.preview {
  border: 1px solid var(--rule);
  padding: 8px 14px;
  margin-top: 8px;
}
pre {
  font: 1rem/1.5 var(--sans);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  margin: 6px 0 0;
}
@media (max-width: 900px) {
  .two {
    grid-template-columns: 1fr;
  }
}
</style>

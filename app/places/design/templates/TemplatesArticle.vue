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

function rename(name: string) {
  if (!name.trim()) throw new Error('Write what it is called.')
  put({ name: name.trim() })
}
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
const tagProblem = ref<string>()
function addLanguage() {
  const wanted = tag.value.trim().toLowerCase()
  const before = template.value
  const isTag = /^[a-z]{2,3}(-[a-z0-9]{2,8})?$/.test(wanted)
  tagProblem.value = isTag ? undefined : 'Write a language tag like nb or de-at.'
  if (!isTag || !before) return
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
const last = shallowRef<{ part: 'subject' | 'body'; box: HTMLInputElement | HTMLTextAreaElement }>()
function remember(part: 'subject' | 'body', event: Event) {
  const box = event.target
  if (box instanceof HTMLInputElement || box instanceof HTMLTextAreaElement) last.value = { part, box }
}
async function drop(field: string) {
  const { part, box } = last.value ?? { part: 'body' as const, box: undefined }
  const text = box?.value ?? words.value[part]
  const [from, to] = [box?.selectionStart ?? text.length, box?.selectionEnd ?? text.length]
  const dropped = `{${field}}`
  put({ [part]: `${text.slice(0, from)}${dropped}${text.slice(to)}` })
  if (!box) return
  await nextTick()
  box.focus()
  box.setSelectionRange(from + dropped.length, from + dropped.length)
}
const fields = computed(() =>
  Object.entries(templateFields(props.design)).map(([name, what]) => ({ name, what })),
)

// What it would say of a ticket.
const reference = ref<number | null>(null)
const deed = useDeed()
const preview = ref<Words & { to: string }>()
async function look() {
  const wanted = reference.value
  if (wanted === null) return
  const said = { subject: words.value.subject, body: words.value.body }
  preview.value = await deed.run(() =>
    api('POST /api/templates/preview', { body: { reference: wanted, ...said } }),
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
        <div v-for="one in design.templates" :key="one.id" class="one">
          <KitButton
            kind="quiet"
            :aria-current="one.id === template?.id ? 'true' : undefined"
            @click="open = one.id"
            >{{ one.name }}
            <span v-if="BY_THE_DESK.has(one.id)" class="quiet small">by the desk</span></KitButton
          >
          <FindingsAt :findings="findings" :place="`templates/${one.id}`" />
        </div>
        <KitButton v-if="!readonly" @click="add">Add a message</KitButton>
      </nav>
      <section v-if="template" :key="template.id" :aria-label="template.name">
        <h2>
          <template v-if="readonly">{{ template.name }}</template>
          <KitText
            v-else
            bare
            in-place="heading"
            label="Name of the message"
            :model-value="template.name"
            :commit="rename"
          />
        </h2>
        <div class="line" role="group" aria-label="Language">
          <KitButton
            :kind="language === '' ? 'act' : 'plain'"
            :aria-pressed="language === ''"
            @click="language = ''"
            >As it is for everybody</KitButton
          >
          <KitButton
            v-for="one in languages"
            :key="one"
            :kind="language === one ? 'act' : 'plain'"
            :aria-pressed="language === one"
            @click="language = one"
            >{{ one }}</KitButton
          >
          <form v-if="!readonly" class="line" @submit.prevent="addLanguage">
            <KitText
              v-model="tag"
              bare
              class="tag"
              label="Another language"
              placeholder="nb"
              :error="tagProblem"
            />
            <KitButton type="submit" kind="link">in another language</KitButton>
          </form>
        </div>
        <div @focusin="remember('subject', $event)">
          <KitText
            label="Subject"
            :model-value="words.subject"
            :disabled="readonly"
            :commit="(subject: string) => put({ subject })"
          />
        </div>
        <div @focusin="remember('body', $event)">
          <KitLongText
            label="Text"
            :rows="9"
            :model-value="words.body"
            :disabled="readonly"
            :commit="(body: string) => put({ body })"
          />
        </div>
        <FindingsAt :findings="findings" :place="`templates/${template.id}`" />
        <details v-if="!readonly">
          <summary>Drop in a field</summary>
          <ul class="fields">
            <li v-for="{ name, what } in fields" :key="name">
              <KitButton kind="link" class="num" @click="drop(name)">{{ inBraces(name) }}</KitButton>
              <span class="quiet"> {{ what }}</span>
            </li>
          </ul>
        </details>
        <p v-if="!readonly">
          <KitButton v-if="language" kind="link" @click="removeLanguage"
            >no longer in {{ language }}</KitButton
          >
          <KitButton v-else-if="!BY_THE_DESK.has(template.id)" kind="link" @click="save(template, null)"
            >remove “{{ template.name }}”</KitButton
          >
        </p>
        <form class="ask" aria-label="What it would say" @submit.prevent="look">
          <KitNumber v-model="reference" label="What it would say of ticket" :min="1" />
          <KitButton type="submit" :busy="deed.busy.value" :disabled="reference === null">Look</KitButton>
        </form>
        <KitError :error="deed.error.value" />
        <div v-if="preview" class="preview" role="status">
          <p class="quiet small">to {{ preview.to }}</p>
          <b>{{ preview.subject }}</b>
          <pre>{{ preview.body }}</pre>
        </div>
      </section>
      <KitEmpty v-else says="There are no messages: nobody is told of anything." />
    </div>
  </div>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 230px minmax(0, 720px);
  gap: 0 28px;
}
.list > .kit-button {
  margin-top: 10px;
}
.one {
  border-bottom: 1px solid var(--rule);
}
.one .kit-button {
  width: 100%;
  justify-content: flex-start;
  text-align: left;
}
.one .kit-button[aria-current] {
  background: var(--sea-2);
  font-weight: 650;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  margin-bottom: 10px;
}
form.line {
  margin-bottom: 0;
}
.tag {
  width: 90px;
}
.tag :deep(input) {
  width: 100%;
}
.fields {
  columns: 2;
  padding-left: 4px;
  list-style: none;
}
.ask {
  display: flex;
  gap: 8px;
  align-items: flex-end;
  margin-top: 8px;
}
.ask .kit-button {
  margin-bottom: 14px;
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

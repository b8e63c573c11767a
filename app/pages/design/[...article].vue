<script setup lang="ts">
import { articleAt } from '~/design'
import type { DraftPage, EditionLine, EditionPage } from '~/composables/useDraft'
import { namesOf, type Names } from '~/composables/useNames'
import { sharedWith } from '~~/core/json'
import { present } from '~~/core/lookup'
import { MENDING } from '~/places/design/mending'

definePageMeta({ layout: 'staff', middleware: 'staff', key: 'design' })

const route = useRoute()
const session = useSession()
const live = useLive()
const article = computed(() => [route.params.article ?? []].flat().filter(Boolean).join('/'))
const wanted = computed(() => (route.query.edition ? Number(route.query.edition) : undefined))
useHead({ title: 'Design · Yare Ledger' })

const {
  draft,
  busy,
  error,
  refused,
  done,
  undone,
  load,
  change,
  changeAll,
  settle,
  undo,
  redo,
  settled,
  publish,
  discard,
} = useDraft()
const found = useFindings(draft)
/** The draft with what is found in it as it stands on the screen. */
const proofread = computed(() => draft.value && { ...draft.value, findings: found.value })

// What is made in the directory meanwhile, here or elsewhere, is there without more.
const names = useQuery({
  key: ['directory', 'names'],
  query: ({ signal }) => api('GET /api/directory', { signal }),
})
const directory = computed(() => names.data.value)
const editions = ref<EditionLine[]>([])
const edition = ref<EditionPage>()
const problem = ref('')
const ready = ref(false)

async function read() {
  try {
    await names.refresh(true)
    editions.value = await api('GET /api/editions')
    // Who changes the design sees the draft; others read the edition in force.
    const number = wanted.value ?? (session.may('changeDesign') ? undefined : editions.value[0]?.number)
    edition.value = number ? await api('GET /api/editions/{number}', { path: { number } }) : undefined
    if (!number) await load()
    problem.value = ''
  } catch (thrown) {
    problem.value = asApiError(thrown).problem.detail
  }
  ready.value = true
}
await read()
watch(wanted, read)

/** The newest version of the draft that was heard of; null when it is gone. Our own changes are heard of too. */
const heard = ref<number | null>()
const stale = computed(() => {
  if (edition.value || !draft.value || busy.value || heard.value === undefined) return false
  return heard.value === null ? draft.value.begun : heard.value > draft.value.version
})
// A draft that has been read since is not gone any more.
watch(draft, () => heard.value === null && (heard.value = undefined))
live.on((notice) => {
  if (notice.kind === 'draft') heard.value = notice.version
  if (notice.kind === 'edition') void api('GET /api/editions').then((list) => (editions.value = list))
})

/** What is in it by name; lists that say the same stay the same, so that the fields that offer them are not drawn anew. */
const byName = computed<Names | undefined>((before) => {
  const design = edition.value?.document ?? draft.value?.design
  return design && directory.value ? sharedWith(before, namesOf(design, directory.value)) : undefined
})
const shown = computed(() => {
  const design = edition.value?.document ?? draft.value?.design
  if (!design || !directory.value || !byName.value) return undefined
  const findings = edition.value ? [] : found.value
  return {
    design,
    findings,
    readonly: Boolean(edition.value),
    names: byName.value,
    directory: directory.value,
  }
})
const common = computed(() => ({
  design: present(shown.value).design,
  readonly: present(shown.value).readonly,
  findings: present(shown.value).findings,
  change,
  changeAll,
}))

provide(MENDING, {
  design: computed(() => draft.value?.design),
  readonly: computed(() => Boolean(edition.value)),
  changeAll,
})

const version = computed(() => draft.value?.version ?? 0)

/** Whether somebody is at a field of the article: what others change is not shown under their cursor. */
const sheet = useTemplateRef<HTMLElement>('sheet')
const isTyping = () =>
  document.activeElement?.matches('input, textarea, select, [contenteditable=true]') === true &&
  sheet.value?.contains(document.activeElement) === true
async function showOthers() {
  // A click from one field into another leaves none of them.
  await new Promise((done) => setTimeout(done, 200))
  if (stale.value && !isTyping()) await load()
}
watch(stale, (now) => now && void showOthers())

/** The article that is open, with what it is shown with. */
const opened = computed(() => {
  const found = articleAt(article.value)
  if (!found || !shown.value) return undefined
  const { article: one, id } = found
  const page = id === undefined ? one : one.each!
  const given = { names: shown.value.names, directory: shown.value.directory, version: version.value }
  const needs = Object.fromEntries((page.needs ?? []).map((need) => [need, given[need]]))
  const own = id === undefined ? one.props : { id, under: one.number }
  return {
    component: page.component,
    key: id ?? one.path,
    props: { ...common.value, ...needs, ...own, heading: one.heading, number: one.number },
  }
})

const asking = ref(false)
const onlyOwn = ref(false)
const publishing = useTemplateRef('publishing')
const published = ref<{ edition: number; left: number; follow: boolean }>()
// What was read is what is published: a draft that somebody changes while the note is written is refused.
const readVersion = ref(0)
async function ask(own: boolean) {
  await settled()
  readVersion.value = present(draft.value).version
  error.value = undefined
  onlyOwn.value = own
  asking.value = true
}
async function send(wanted: { note: string; openTickets: 'keep' | 'follow'; only?: string[] }) {
  const done = await publish({ ...wanted, version: readVersion.value })
  if (!done) return
  published.value = { ...done, follow: wanted.openTickets === 'follow' }
  asking.value = false
  publishing.value?.clear()
  await read()
}
const throwing = ref(false)

/** The draft was replaced as a whole: there is no single step to take back any more. */
function replaced(page: DraftPage) {
  draft.value = page
  done.value = undone.value = []
}

// While somebody types, the keys are for what they type.
const mayUndo = (steps: readonly unknown[]) =>
  !edition.value && steps.length > 0 && !document.activeElement?.matches('input, textarea')
useShortcuts('Design', [
  {
    keys: 'Ctrl z',
    says: 'undo your last change of the draft',
    run: undo,
    when: () => mayUndo(done.value),
  },
  {
    keys: 'Ctrl Shift z',
    says: 'make it again',
    run: redo,
    when: () => mayUndo(undone.value),
  },
])
</script>

<template>
  <div class="design">
    <DesignOutline
      :draft="proofread"
      :edition="edition?.number"
      :article="article"
      @publish="ask(false)"
      @publish-own="ask(true)"
      @discard="throwing = true"
    />
    <div
      ref="sheet"
      class="sheet"
      tabindex="0"
      role="region"
      aria-label="Article"
      @focusout="stale && showOthers()"
    >
      <p v-if="problem" class="notice bad" role="alert">
        {{ problem }} <KitButton kind="link" @click="read">Try again</KitButton>
      </p>
      <DisputesList v-if="draft && refused.length" :draft="draft" :refused="refused" @settle="settle" />
      <p v-else-if="error" class="notice bad" role="alert">
        {{ error.problem.detail }}
        <span v-for="field in error.problem.fields" :key="field.field + field.message"
          ><br />{{ field.field }}: {{ field.message }}</span
        >
      </p>
      <p v-if="stale" class="notice" role="status">
        Somebody changed the draft; it is shown as soon as you leave the field.
        <KitButton kind="link" @click="load()">Show it now</KitButton>
      </p>
      <p v-if="published" class="notice good" role="status">
        Edition {{ published.edition }} is published: new tickets follow it;
        {{ published.follow ? 'open ones come to it now' : 'open ones keep theirs until you let them follow'
        }}<template v-if="published.left"
          >. {{ published.left === 1 ? 'One change stays' : `${published.left} changes stay` }} in the
          draft</template
        >.
        <NuxtLink :to="{ path: '/design', query: { edition: String(published.edition) } }"
          >What it changed</NuxtLink
        >
      </p>
      <p v-if="!edition && draft && (done.length || undone.length)" class="undo">
        <KitButton kind="link" keys="Ctrl z" :disabled="done.length === 0" @click="undo">Undo</KitButton> ·
        <KitButton kind="link" keys="Ctrl Shift z" :disabled="undone.length === 0" @click="redo"
          >Redo</KitButton
        >
      </p>
      <p v-if="!ready" role="status">Reading the design …</p>

      <template v-if="shown">
        <MarginNote :article="article" />
        <EditionsArticle
          v-if="article === ''"
          :draft="edition ? undefined : proofread"
          :edition="edition"
          :editions="editions"
          @replace="replaced"
        />
        <component :is="opened.component" v-else-if="opened" :key="opened.key" v-bind="opened.props" />
        <DesignPlainArticle v-else />
      </template>
    </div>
    <PublishDialog
      v-if="proofread"
      ref="publishing"
      v-model="asking"
      :draft="proofread"
      :error="error"
      :only-own="onlyOwn"
      @publish="send"
    />
    <KitDialog v-model:shown="throwing" title="Throw the draft away">
      <p>
        This throws away {{ draft?.changes.length }} changes by everybody who worked on the draft, and begins
        again from edition {{ draft?.edition }}. It cannot be taken back.
      </p>
      <template #foot>
        <KitButton kind="danger" @click="discard().then(() => (throwing = false))">Throw it away</KitButton>
        <KitButton kind="plain" @click="throwing = false">Keep the draft</KitButton>
      </template>
    </KitDialog>
  </div>
</template>

<style scoped>
.design {
  display: grid;
  grid-template-columns: 226px minmax(0, 1fr);
  height: 100%;
}
.sheet {
  overflow-y: auto;
  padding: 16px 24px 60px;
}
.undo {
  float: right;
  margin: 0;
}
@media (max-width: 760px) {
  .design {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto 1fr;
    height: 100%;
    overflow-y: auto;
  }
  .sheet {
    overflow: visible;
    padding: 16px 12px;
  }
}
</style>

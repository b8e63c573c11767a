<script setup lang="ts">
import { CompiledDesign, Directory, earlierQuestions } from '~~/core/design'
import type { Form } from '~~/core/intake'
import { freeId } from '~~/core/naming'
import { numbersOf, tasksOf } from '~~/core/plan'
import type { ArticleProps, PageProps } from '~/composables/useDraft'
import { namesOf, type DirectoryPage } from '~/composables/useNames'
import { ask } from '~/kit/asking'

// Forms that plans ask for once a request is there: who asks them, and their questions, edited in place.
const props = defineProps<PageProps & ArticleProps & { directory: DirectoryPage }>()
const route = useRoute()
const names = computed(() => namesOf(props.design, props.directory))
const vocabulary = computed(() => {
  const { organisations, sites, teams } = props.directory
  const known = { people: [], agreements: [], organisations, sites, teams }
  return new CompiledDesign(props.design, 0).vocabulary(new Directory(known))
})
/** What no item of the catalog has; a form of an item is changed with that. */
const forms = computed(() => {
  const { items, forms: all } = props.design
  const ofItems = new Set(items.map((one) => one.form))
  return all.filter((one) => !ofItems.has(one.id))
})
const askedBy = (form: string) =>
  props.design.plans.flatMap((plan) => {
    const numbers = numbersOf(plan)
    return tasksOf(plan).flatMap((task) =>
      task.do === 'form' && task.form === form
        ? [{ plan, task: task.id, words: `${plan.name} ${numbers.get(task.id) ?? ''}` }]
        : [],
    )
  })
/** What is answered before it is asked: what the items that may have its plan ask. */
const earlier = (form: string) => earlierQuestions(props.design, form)
/** The form whose questions are shown; a link may lead to one. */
const open = ref<string | undefined>(route.hash.slice(1) || undefined)
watch(
  () => route.hash,
  (hash) => (open.value = hash.slice(1) || undefined),
)
async function add() {
  const id = freeId('later', (one) => props.design.forms.some((other) => other.id === one), 'form')
  const form: Form = { id, name: 'New form', steps: [{ title: 'Questions', questions: [] }] }
  if (await props.change('forms', id, null, form)) open.value = id
}
const rename = (form: Form, name: string) =>
  props.change('forms', form.id, form, { ...form, name: name.trim() })
async function remove(event: Event, form: Form) {
  const isMeant = await ask({
    at: event.currentTarget as HTMLElement,
    says: `Take the form “${form.name}” out of the draft? Its questions stay in the library.`,
    verb: 'Take it out',
  })
  if (isMeant) await props.change('forms', form.id, form, null)
}
</script>

<template>
  <article>
    <h1>{{ heading }}</h1>
    <p class="quiet">
      Questions that a plan asks once a request is there: of a manager, of the new member of a crew, of a
      supplier by a link. Conditions may go by what was answered before, and what is answered here is known to
      every rule like all other answers.
    </p>
    <KitEmpty v-if="!forms.length" says="No plan asks anything later on yet." />
    <section v-for="form in forms" :id="form.id" :key="form.id" :aria-label="form.name">
      <header>
        <h2>
          <KitButton
            kind="quiet"
            :aria-expanded="open === form.id"
            @click="open = open === form.id ? undefined : form.id"
            >{{ form.name || 'No name yet' }}</KitButton
          >
        </h2>
        <span class="small quiet">
          {{ counted(form.steps.flatMap((step) => step.questions).length, 'question') }} ·
          <template v-for="(one, index) in askedBy(form.id)" :key="one.task"
            >{{ index ? ', ' : 'asked by '
            }}<NuxtLink
              :to="{ path: `/design/plans/${one.plan.id}`, hash: `#${one.task}`, query: route.query }"
              >{{ one.words }}</NuxtLink
            ></template
          >
          <template v-if="!askedBy(form.id).length"
            >asked by no plan
            <template v-if="!readonly"
              >· <KitButton kind="link" @click="remove($event, form)">take out …</KitButton></template
            ></template
          >
        </span>
      </header>
      <FindingsAt :findings="findings" :place="`forms/${form.id}`" />
      <template v-if="open === form.id">
        <KitText
          v-if="!readonly"
          label="Name of the form"
          class="name"
          :model-value="form.name"
          :commit="(name: string) => rename(form, name)"
        />
        <FormDesigner
          v-bind="{ design, readonly, findings, change, changeAll, form, names, vocabulary }"
          :earlier="earlier(form.id)"
          later
        />
      </template>
    </section>
    <p v-if="!readonly"><KitButton @click="add">New form</KitButton></p>
  </article>
</template>

<style scoped>
section {
  border-bottom: 1px solid var(--rule);
  padding: 6px 0;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: baseline;
}
h2 :deep(.kit-button) {
  font: 600 1.05rem var(--serif);
  color: var(--sea);
}
.name {
  max-width: 420px;
}
</style>

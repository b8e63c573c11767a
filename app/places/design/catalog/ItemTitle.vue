<script setup lang="ts">
import type { Design } from '~~/core/design'
import { canBeTitle, type CatalogItem, type Form } from '~~/core/intake'

// Which answers make the title of an item's tickets, so that they are told from others of it.
const props = defineProps<{ item: CatalogItem; form: Form; design: Design; disabled: boolean }>()
const emit = defineEmits<{ change: [title: string[]] }>()
const offered = computed(() => {
  const asked = props.form.steps.flatMap((step) => step.questions.map((one) => one.question))
  return asked.flatMap((name) => {
    const question = props.design.questions.find((one) => one.name === name)
    return question && canBeTitle(question.type) ? [{ value: name, label: question.label }] : []
  })
})
/** In the order in which the form asks them. */
const put = (names: readonly string[]) =>
  emit(
    'change',
    offered.value.map((one) => one.value).filter((name) => names.includes(name)),
  )
const help = computed(() =>
  offered.value.length
    ? `What is answered here stands after its name, as “${props.item.name}: …”; what is written at length stands alone.`
    : 'Its form asks nothing that can stand in a title.',
)
</script>

<template>
  <KitManyChoices
    :model-value="item.title ?? []"
    label="How its tickets are called"
    :help="help"
    :options="offered"
    :disabled="disabled || !offered.length"
    placeholder="none: its name alone"
    @update:model-value="put"
  />
</template>

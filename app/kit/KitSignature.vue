<script setup lang="ts">
import SignaturePad from 'signature_pad'
import { framed, type FieldProps } from './field'
import KitButton from './KitButton.vue'
import KitField from './KitField.vue'

// A name that is written by hand, as a picture. Whoever cannot draw types it: a field for that stands beside it.
const props = defineProps<FieldProps>()
const emit = defineEmits<{ 'update:modelValue': [now: Blob | undefined] }>()
const canvas = ref<HTMLCanvasElement>()
const isEmpty = ref(true)
let pad: SignaturePad | undefined

/** As fine as the screen; what was written stays when it is turned. */
function fit() {
  const box = canvas.value
  if (!box || !pad) return
  const strokes = pad.toData()
  const { width, height } = box.getBoundingClientRect()
  box.width = width * devicePixelRatio
  box.height = height * devicePixelRatio
  box.getContext('2d')?.scale(devicePixelRatio, devicePixelRatio)
  pad.clear()
  if (strokes.length) pad.fromData(strokes)
}
function tell() {
  isEmpty.value = pad?.isEmpty() ?? true
  if (isEmpty.value) emit('update:modelValue', undefined)
  else canvas.value?.toBlob((picture) => emit('update:modelValue', picture ?? undefined), 'image/png')
}
function clear() {
  pad?.clear()
  tell()
}
onMounted(() => {
  if (!canvas.value?.getContext('2d')) return
  const inks = getComputedStyle(canvas.value)
  const ink = (name: string) => inks.getPropertyValue(name).trim()
  pad = new SignaturePad(canvas.value, { penColor: ink('--signed'), backgroundColor: ink('--signed-on') })
  pad.addEventListener('endStroke', tell)
  fit()
  addEventListener('resize', fit)
})
onBeforeUnmount(() => {
  removeEventListener('resize', fit)
  pad?.off()
})
</script>

<template>
  <KitField v-slot="{ id, describedBy }" v-bind="framed(props)">
    <canvas :id="id" ref="canvas" role="img" :aria-label="label" :aria-describedby="describedBy" />
    <KitButton v-if="!isEmpty" kind="link" @click="clear">Clear it</KitButton>
  </KitField>
</template>

<style scoped>
canvas {
  display: block;
  width: 100%;
  height: 140px;
  border: 1px solid var(--rule-2);
  border-bottom: 2px solid var(--ink);
  touch-action: none;
}
</style>

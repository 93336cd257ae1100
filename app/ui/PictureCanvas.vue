<script setup lang="ts">
import { useTemplateRef, watchPostEffect } from 'vue'
import { withClipTexture } from '~/support/clipTexture'

const props = defineProps<{
  picture: { width: number; height: number; data: Uint8ClampedArray<ArrayBuffer> }
  label: string
  /** Without the texture on what clips, where that is what is asked. */
  isPlain?: boolean
}>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')

watchPostEffect(() => {
  const context = canvas.value?.getContext('2d')
  if (!canvas.value || !context) return
  const { width, height, data } = props.picture
  const shown = props.isPlain ? data : withClipTexture(data, width)
  canvas.value.width = width
  canvas.value.height = height
  context.putImageData(new ImageData(shown, width, height), 0, 0)
})
</script>

<template>
  <canvas ref="canvas" role="img" :aria-label="label" class="object-contain" />
</template>

<script setup lang="ts">
import type { Frame } from '#core/set/schema'

const props = defineProps<{ frame: Frame }>()
const studio = useStudio()
const { shelf } = usePreferences()

const url = asyncComputed(async (onCancel) => {
  const png = await shelf.picture(studio.document.id, props.frame.id)
  if (!png) return undefined
  const made = URL.createObjectURL(new Blob([png], { type: 'image/png' }))
  onCancel(() => URL.revokeObjectURL(made))
  return made
})
</script>

<template>
  <img
    v-if="url"
    :src="url"
    alt="Test frame from the bench"
    class="object-contain"
  >
</template>

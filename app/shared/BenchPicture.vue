<script setup lang="ts">
import { asyncComputed } from '@vueuse/core'
import { useKept } from '~/shared/useKept'
import { useFrames } from '~/stores/frames'
import { useStudio } from '~/stores/studio'
import type { Frame } from '#core/model/schema'

const props = defineProps<{ frame: Frame }>()
const studio = useStudio()
const frames = useFrames()
const { library } = useKept()

const url = asyncComputed(async onCancel => {
  // A frame is there before its picture is laid away.
  const [setId, frameId, _times] = [studio.document.id, props.frame.id, frames.laidAway]
  const picture = await library.picture(setId, frameId)
  if (!picture) return undefined
  const made = URL.createObjectURL(
    picture.preview
      ? new Blob([picture.preview], { type: 'image/jpeg' })
      : new Blob([picture.bytes], { type: picture.type }),
  )
  onCancel(() => URL.revokeObjectURL(made))
  return made
})
</script>

<template>
  <img v-if="url" :src="url" :alt="`Test frame ${frame.name}`" class="object-contain" />
</template>

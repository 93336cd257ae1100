<script setup lang="ts">
import { asyncComputed } from '@vueuse/core'
import { useKept } from '~/shared/useKept'
import { useStudio } from '~/stores/studio'
import type { Frame } from '#core/model/schema'

const props = defineProps<{ frame: Frame }>()
const studio = useStudio()
const { library } = useKept()

const url = asyncComputed(async onCancel => {
  const picture = await library.picture(studio.document.id, props.frame.id)
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

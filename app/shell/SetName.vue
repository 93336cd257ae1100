<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import { renameSet } from '#core/edits/edits'

const studio = useStudio()

const rename = (event: Event) => {
  const field = event.target as HTMLInputElement
  const name = field.value.trim().slice(0, 80)
  if (name && name !== studio.document.name) studio.edit(set => renameSet(set, name))
  field.value = studio.document.name
}
</script>

<template>
  <div>
    <input
      :value="studio.document.name"
      aria-label="Name of the set"
      class="w-full max-w-64 truncate rounded-sm border border-transparent bg-transparent px-1.5 py-0.5 hover:border-rule focus:border-rule"
      maxlength="80"
      @change="rename"
    />
  </div>
</template>

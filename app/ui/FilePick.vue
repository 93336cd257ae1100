<script setup lang="ts">
/** A button that lets a file be chosen; each choice is told once, the same file again too. */
defineProps<{ label: string; accept: string; testName: string }>()
const emit = defineEmits<{ pick: [file: File] }>()

const take = (event: Event) => {
  const field = event.target as HTMLInputElement
  const [file] = field.files ?? []
  field.value = ''
  if (file) emit('pick', file)
}
</script>

<template>
  <label class="press cursor-pointer focus-within:outline-2">
    {{ label }}
    <input type="file" :accept="accept" class="sr-only" :data-test="testName" @change="take" />
  </label>
</template>

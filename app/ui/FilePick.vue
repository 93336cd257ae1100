<script setup lang="ts">
/** A button that lets files be chosen, one or several; each choice is told once, the same file again too. */
defineProps<{ label: string; accept: string; testName: string; multiple?: boolean }>()
const emit = defineEmits<{ pick: [file: File, all: File[]] }>()

const take = (event: Event) => {
  const field = event.target as HTMLInputElement
  const files = [...(field.files ?? [])]
  field.value = ''
  if (files[0]) emit('pick', files[0], files)
}
</script>

<template>
  <label class="press cursor-pointer focus-within:outline-2">
    {{ label }}
    <input type="file" :accept="accept" :multiple="multiple" class="sr-only" :data-test="testName" @change="take" />
  </label>
</template>

<script setup lang="ts" generic="T extends string">
defineProps<{ label: string, value: T | '', options: readonly { value: T | '', name: string }[], wide?: boolean, testName?: string }>()
const emit = defineEmits<{ choose: [value: T | ''] }>()
const id = useId()
</script>

<template>
  <div class="flex flex-col">
    <label
      :for="id"
      class="text-xs text-soft"
    >{{ label }}</label>
    <select
      :id="id"
      class="press h-8"
      :class="wide ? 'w-full' : 'w-34'"
      :value="value"
      :data-test="testName"
      @change="emit('choose', ($event.target as HTMLSelectElement).value as T | '')"
    >
      <option
        v-for="option in options"
        :key="option.value"
        :value="option.value"
      >
        {{ option.name }}
      </option>
    </select>
  </div>
</template>

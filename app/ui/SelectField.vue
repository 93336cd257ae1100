<script setup lang="ts" generic="T extends string">
import { nextTick, useId } from 'vue'
import FieldProblem from '~/ui/FieldProblem.vue'
import { useRefusal } from '~/ui/refusals'

const props = defineProps<{
  label: string
  value: T | ''
  options: readonly { value: T | ''; name: string }[]
  wide?: boolean
  /** The label is there for those who listen; what it stands beside says it to the eye. */
  isLabelHidden?: boolean
  testName?: string
}>()
const emit = defineEmits<{ choose: [value: T | ''] }>()
const id = useId()
const { words: problem, attempt } = useRefusal()
const choose = (event: Event) => {
  const list = event.target as HTMLSelectElement
  attempt(() => emit('choose', list.value as T | ''))
  // What was refused is not what stands there.
  void nextTick(() => {
    list.value = props.value
  })
}
</script>

<template>
  <div class="relative flex flex-col">
    <label :for="id" class="text-xs text-soft" :class="{ 'sr-only': isLabelHidden }">{{ label }}</label>
    <select
      :id="id"
      class="press h-8"
      :class="wide ? 'w-full' : 'field-sizing-content max-w-64 min-w-34'"
      :value="value"
      :data-test="testName"
      :aria-invalid="problem !== '' || undefined"
      :aria-describedby="problem ? `${id}-problem` : undefined"
      @change="choose"
    >
      <option v-for="option in options" :key="option.value" :value="option.value">
        {{ option.name }}
      </option>
    </select>
    <FieldProblem :id="`${id}-problem`" :words="problem" />
  </div>
</template>

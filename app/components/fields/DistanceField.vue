<script setup lang="ts">
const props = defineProps<{ label: string, value: number }>()
const emit = defineEmits<{ change: [metres: number] }>()
const { distance, parse } = useUnits()
const problem = ref('')
const id = useId()

const commit = (event: Event) => {
  const field = event.target as HTMLInputElement
  const outcome = parse(field.value)
  problem.value = outcome.ok ? '' : outcome.message
  if (!outcome.ok) return
  emit('change', outcome.value)
  // Walls may have stopped it short of what was typed.
  void nextTick(() => {
    field.value = distance(props.value)
  })
}
</script>

<template>
  <div class="relative">
    <label
      :for="id"
      class="block text-xs text-soft"
    >{{ label }}</label>
    <input
      :id="id"
      :value="distance(value)"
      class="h-8 w-21 rounded-sm border border-rule bg-well px-2 py-1"
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? `${id}-problem` : undefined"
      @change="commit"
      @focus="($event.target as HTMLInputElement).select()"
    >
    <p
      v-if="problem"
      :id="`${id}-problem`"
      role="alert"
      class="absolute bottom-full left-0 z-10 mb-1 w-64 rounded-sm border border-rule bg-panel p-2 text-sm"
    >
      {{ problem }}
    </p>
  </div>
</template>

<script setup lang="ts" generic="T extends string">
import { RadioGroup, RadioGroupLabel, RadioGroupOption } from '@headlessui/vue'

defineProps<{ label: string; hideLabel?: boolean; value: T; choices: readonly { value: T; name: string }[] }>()
const emit = defineEmits<{ choose: [value: T] }>()
</script>

<template>
  <RadioGroup
    :model-value="value"
    class="flex flex-wrap items-center justify-between gap-x-3 gap-y-1"
    @update:model-value="emit('choose', $event)"
  >
    <RadioGroupLabel class="text-soft" :class="{ 'sr-only': hideLabel }">
      {{ label }}
    </RadioGroupLabel>
    <div class="flex flex-wrap">
      <RadioGroupOption
        v-for="choice in choices"
        :key="choice.value"
        v-slot="{ checked }"
        :value="choice.value"
        class="cursor-pointer"
      >
        <span
          class="block border border-rule px-2.5 py-1 whitespace-nowrap"
          :class="checked ? 'bg-ink text-ground' : 'text-ink'"
          >{{ choice.name }}</span
        >
      </RadioGroupOption>
    </div>
  </RadioGroup>
</template>

<script setup lang="ts">
import type { Patch } from '#core/practice/exercise'

/** Grey patches on their surrounds, beside each other; pressed where they are to be chosen from. */
defineProps<{ patches: readonly Patch[]; isPressed?: boolean; chosen?: number; right?: number; isOpen?: boolean }>()
defineEmits<{ choose: [at: number] }>()
const grey = (value: number) => `rgb(${value} ${value} ${value})`
const LETTERS = 'ABCDEFGH'
</script>

<template>
  <ul class="flex flex-wrap" data-test="patches">
    <li v-for="(patch, at) in patches" :key="at" class="flex flex-col items-center">
      <component
        :is="isPressed ? 'button' : 'div'"
        class="flex size-48 items-center justify-center max-lg:size-36 max-sm:size-24"
        :style="{ background: grey(patch.surround) }"
        :aria-label="isPressed ? `Patch ${LETTERS[at]}` : undefined"
        :aria-pressed="isPressed ? chosen === at : undefined"
        :disabled="isPressed ? !isOpen : undefined"
        :data-test="`patch-${at}`"
        @click="isPressed && $emit('choose', at)"
      >
        <span class="block size-22 max-lg:size-16 max-sm:size-11" :style="{ background: grey(patch.value) }" />
      </component>
      <span class="py-1 text-sm" :class="chosen === at ? 'font-semibold' : 'text-soft'">
        {{ LETTERS[at] }}{{ right === at ? ', right' : '' }}{{ chosen === at ? ', yours' : '' }}
      </span>
    </li>
  </ul>
</template>

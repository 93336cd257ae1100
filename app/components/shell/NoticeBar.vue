<script setup lang="ts">
const studio = useStudio()
const light = useLight()

const message = computed(() => studio.message ?? light.failure)

const close = () => {
  studio.message = null
  light.failure = null
}
</script>

<template>
  <div
    v-if="message"
    role="alert"
    class="flex items-center gap-3 border-b border-rule bg-panel px-3 py-2"
  >
    <span class="grow">{{ message }}</span>
    <button
      class="press"
      @click="close"
    >
      Close
    </button>
  </div>
</template>

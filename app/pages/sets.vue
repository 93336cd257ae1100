<script setup lang="ts">
import SetShelf from '~/components/shelf/SetShelf.vue'
</script>

<template>
  <SetShelf />
</template>

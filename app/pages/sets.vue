<script setup lang="ts">
import SetLibrary from '~/features/library/SetLibrary.vue'
</script>

<template>
  <SetLibrary />
</template>

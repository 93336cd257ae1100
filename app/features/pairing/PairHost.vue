<script setup lang="ts">
import { usePairHost } from '~/features/pairing/usePairHost'

/** Shows nothing here: it is what phones see. */
usePairHost()
</script>

<template>
  <!-- What phones see of the set. -->
  <span hidden />
</template>

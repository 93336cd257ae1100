<script setup lang="ts">
import BriefAnswers from '~/features/brief/BriefAnswers.vue'
import BriefForm from '~/features/brief/BriefForm.vue'
import StartingPoints from '~/features/brief/StartingPoints.vue'
</script>

<template>
  <div
    class="grid grow grid-cols-1 lg:min-h-0 lg:grid-cols-[20rem_minmax(0,1fr)_18rem] xl:grid-cols-[25rem_minmax(0,1fr)_24rem]"
  >
    <BriefForm class="border-rule lg:overflow-y-auto lg:border-r" />
    <StartingPoints class="border-rule lg:overflow-y-auto lg:border-r" />
    <BriefAnswers class="lg:overflow-y-auto" />
  </div>
</template>

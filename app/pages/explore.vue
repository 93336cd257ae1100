<script setup lang="ts">
import SensitivityList from '~/features/explore/SensitivityList.vue'
import ToneExplorer from '~/features/explore/ToneExplorer.vue'
import ToneSweep from '~/features/explore/ToneSweep.vue'
import StageDrawer from '~/features/stage/drawer/StageDrawer.vue'
import VerdictBar from '~/features/stage/verdict/VerdictBar.vue'
</script>

<template>
  <div class="flex grow flex-col lg:min-h-0">
    <VerdictBar />
    <div class="grid grow grid-cols-1 lg:min-h-0 lg:grid-cols-2">
      <ToneExplorer class="border-rule p-4 lg:overflow-y-auto lg:border-r" />
      <div class="flex flex-col gap-6 p-4 lg:overflow-y-auto">
        <ToneSweep />
        <SensitivityList />
      </div>
    </div>
    <div class="relative"><StageDrawer /></div>
  </div>
</template>

<script setup lang="ts">
import AreaTargets from '~/features/tones/AreaTargets.vue'
import CameraResponse from '~/features/tones/CameraResponse.vue'
import ConventionChooser from '~/features/tones/ConventionChooser.vue'
import PointTargets from '~/features/tones/PointTargets.vue'
import StageDrawer from '~/features/stage/drawer/StageDrawer.vue'
import VerdictBar from '~/features/stage/verdict/VerdictBar.vue'
</script>

<template>
  <div class="flex grow flex-col lg:min-h-0">
    <VerdictBar />
    <div class="grid grow grid-cols-1 lg:min-h-0 lg:grid-cols-[minmax(0,1.45fr)_minmax(0,1fr)_minmax(0,0.95fr)]">
      <section class="border-rule p-4 lg:overflow-y-auto lg:border-r" aria-labelledby="wanted-points">
        <h2 id="wanted-points" class="mb-1 text-base font-semibold">What is wanted</h2>
        <PointTargets />
        <AreaTargets class="mt-4 border-t border-rule pt-2" />
      </section>
      <section class="border-rule p-4 lg:overflow-y-auto lg:border-r" aria-labelledby="schools">
        <h2 id="schools" class="mb-2 text-base font-semibold">How bright is white</h2>
        <ConventionChooser />
      </section>
      <section class="p-4 lg:overflow-y-auto" aria-labelledby="response">
        <h2 id="response" class="mb-2 text-base font-semibold">How the camera sees it</h2>
        <CameraResponse />
      </section>
    </div>
    <div class="relative"><StageDrawer /></div>
  </div>
</template>

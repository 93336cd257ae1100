<script setup lang="ts">
import { useBenchFrame } from '~/composables/useBenchFrame'
import { useIntake } from '~/composables/useIntake'
import { useFrames } from '~/stores/frames'
import FilePick from '~/components/fields/FilePick.vue'
import ProgressBar from '~/components/shell/ProgressBar.vue'
import { NuxtLink } from '#components'
import { PICTURES_TAKEN } from '~/support/pictureTypes'

/** The ways in for a picture. */
const frames = useFrames()
const intake = useIntake()
const bench = useBenchFrame()

const WORDS = {
  off: '',
  ready: '',
  exposing: 'The shutter is open…',
  sending: 'The picture comes along the tether…',
} as const
</script>

<template>
  <div class="flex flex-col gap-2">
    <div class="flex flex-wrap items-center gap-2">
      <button
        class="press-main"
        :disabled="bench.isShooting.value || frames.progress !== null"
        data-test="shoot"
        @click="bench.shoot"
      >
        {{ bench.isShooting.value ? 'Shooting…' : 'Shoot on the bench' }}
      </button>
      <FilePick
        label="Open a picture"
        :accept="PICTURES_TAKEN"
        test-name="frame-file"
        @pick="file => intake.take([file])"
      />
      <button
        v-if="intake.canWatch"
        class="press"
        data-test="watch-folder"
        @click="intake.folder.value ? intake.leaveFolder() : intake.watchFolder()"
      >
        {{ intake.folder.value ? `Stop watching "${intake.folder.value}"` : 'Watch a folder' }}
      </button>
    </div>
    <ProgressBar v-if="frames.progress !== null" :value="frames.progress" label="Decoding the picture" />
    <p v-else class="text-xs text-soft">
      {{ WORDS[bench.state.value] || 'Or drop a picture anywhere here, or paste one.' }}
    </p>
    <p v-if="frames.isNearlyFull" role="alert" class="text-sm">
      This browser has little room left.
      <NuxtLink to="/frames/pictures" class="underline">Clean up the pictures</NuxtLink> before it refuses to keep more.
    </p>
    <p v-if="bench.problem.value || frames.problem" role="alert" class="text-sm" data-test="frame-problem">
      {{ bench.problem.value || frames.problem }}
    </p>
  </div>
</template>

<script setup lang="ts">
import { useFrames } from '~/stores/frames'
import { computed } from 'vue'
import BenchPicture from '~/shared/BenchPicture.vue'
import { BACKDROP_MIDDLE } from '#core/model/placeIds'
import type { Frame } from '#core/model/schema'
import { formatMoment } from '#wording/notation/moment'

/** The frames of the look, the newest first. */
const frames = useFrames()

const newest = computed(() => frames.frames.toReversed())
const number = (frame: Frame) => frames.frames.indexOf(frame) + 1
const valueOf = ({ values }: Frame) => values[BACKDROP_MIDDLE] ?? Object.values(values)[0]
const timeOf = ({ at }: Frame) => formatMoment(at, 'time')
</script>

<template>
  <ol class="flex gap-2 overflow-x-auto p-1" aria-label="Frames of this look" data-test="frame-strip">
    <li v-for="frame in newest" :key="frame.id" class="shrink-0">
      <button
        class="flex items-center gap-2 rounded-sm border p-1 text-left"
        :class="frame.id === frames.chosen?.id ? 'border-accent' : 'border-rule'"
        :aria-pressed="frame.id === frames.chosen?.id"
        @click="frames.chosenId = frame.id"
      >
        <span class="grid h-14 w-10 place-items-center overflow-hidden bg-well"
          ><BenchPicture :frame="frame" alt="" class="size-full"
        /></span>
        <span class="pr-1 text-xs leading-tight">
          <strong class="block text-base">{{
            valueOf(frame) === undefined ? '–' : Math.round(valueOf(frame)!)
          }}</strong>
          <span class="text-soft"
            >No. {{ number(frame) }}<span class="sr-only">, {{ frame.name }}</span
            ><br />{{ timeOf(frame) }}</span
          >
        </span>
      </button>
    </li>
  </ol>
</template>

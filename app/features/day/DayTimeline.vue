<script setup lang="ts">
import { computed } from 'vue'
import { useSitterOrder } from '~/features/day/useSitterOrder'
import { useStudio } from '~/stores/studio'
import type { Slot } from '#core/looks/day'
import { formatClock } from '#core/looks/clock'
import { slotWords } from '#wording/day'
import { minutesWords } from '#wording/quantities'

/** The day from top to bottom: each look as high as it is long; what is between is thin. */
const props = defineProps<{ slots: readonly Slot[]; endsAt: number; mayBeOrdered?: boolean }>()
const studio = useStudio()
const { dragged, dropOn } = useSitterOrder()

/** Height of a minute, pixels; no line is lower than its words. */
const MINUTE_PX = 2.2
const LEAST_PX = 22
const MOST_PX = 90

/** Who was before the camera before a span. */
const sitterBefore = (slot: Slot): string | undefined => {
  const before = props.slots.slice(0, props.slots.indexOf(slot)).findLast(({ kind }) => kind === 'look')
  return before?.kind === 'look' ? before.sitterId : undefined
}

const lines = computed(() =>
  props.slots
    .filter(({ kind, minutes }) => kind !== 'change' || minutes >= 0.05)
    .map((slot, index) => ({
      key: `${index}-${slot.kind}`,
      slot,
      at: formatClock(slot.startsAt),
      words: slotWords(studio.stored, slot),
      minutes: minutesWords(slot.minutes),
      heightPx: Math.min(MOST_PX, Math.max(LEAST_PX, slot.minutes * MINUTE_PX)),
      sitterId: props.mayBeOrdered && slot.kind === 'look' ? slot.sitterId : undefined,
      isFirstOfSitter: slot.kind === 'look' && sitterBefore(slot) !== slot.sitterId,
    })),
)
</script>

<template>
  <ol class="text-sm" data-test="timeline">
    <li
      v-for="line in lines"
      :key="line.key"
      class="flex items-start gap-3 border-t px-2"
      :class="[
        line.slot.kind === 'look' ? 'bg-panel' : 'text-soft',
        line.isFirstOfSitter ? 'border-ink' : 'border-rule',
        line.sitterId && (line.sitterId === dragged ? 'cursor-grabbing opacity-60' : 'cursor-grab'),
      ]"
      :style="{ minHeight: `${line.heightPx}px` }"
      :data-kind="line.slot.kind"
      :data-sitter="line.sitterId"
      :draggable="line.sitterId !== undefined"
      @dragstart="dragged = line.sitterId ?? null"
      @dragover="line.sitterId && $event.preventDefault()"
      @drop.prevent="line.sitterId && dropOn(line.sitterId)"
    >
      <span class="figure w-11 shrink-0">{{ line.at }}</span>
      <span class="min-w-0 grow truncate" :class="{ 'font-medium text-ink': line.isFirstOfSitter }">
        {{ line.words }}
      </span>
      <span class="figure shrink-0 text-soft">{{ line.minutes }}</span>
    </li>
    <li class="flex gap-3 border-t border-ink px-2 font-medium">
      <span class="figure w-11">{{ formatClock(endsAt) }}</span> End
    </li>
  </ol>
</template>

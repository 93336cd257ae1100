<script setup lang="ts">
import { NuxtLink } from '#components'
import { useUnits } from '~/shared/useUnits'
import type { RecordHead } from '#core/records/recordHead'
import { formatMoment } from '#wording/notation/moment'
import { recordLineWords } from '#wording/records'

/** One record of the list: its picture in small, what it was, and how it came out. */
defineProps<{ head: RecordHead; thumb?: string; isChosen: boolean }>()
const emit = defineEmits<{ choose: [] }>()
const { distance } = useUnits()
</script>

<template>
  <li class="flex items-center gap-3 border-t border-rule py-2" :data-test="head.id">
    <NuxtLink
      :to="`/logbook/record?id=${head.id}`"
      class="grid h-20 w-14 shrink-0 place-items-center bg-well"
      tabindex="-1"
      aria-hidden="true"
    >
      <img v-if="thumb" :src="thumb" alt="" class="size-full object-cover" />
    </NuxtLink>
    <div class="min-w-0 grow">
      <NuxtLink :to="`/logbook/record?id=${head.id}`" class="text-base font-medium hover:underline">
        {{ head.setName }}, {{ head.lookName }}<template v-if="head.sitter">, {{ head.sitter }}</template>
      </NuxtLink>
      <p class="truncate">{{ head.headline }}</p>
      <p class="truncate text-sm text-soft">
        {{ recordLineWords(head, distance)
        }}<template v-if="head.tags.length > 0">; {{ head.tags.join(', ') }}</template>
      </p>
    </div>
    <div class="flex shrink-0 flex-col items-end text-sm text-soft">
      <span>{{ formatMoment(head.at, 'whole') }}</span>
      <span v-if="head.rating > 0" :aria-label="`Rated ${head.rating} of 5`">{{ head.rating }} of 5</span>
      <label class="flex items-center gap-1.5">
        <input
          type="checkbox"
          class="accent-accent"
          :checked="isChosen"
          :aria-label="`Compare ${head.setName}, ${head.lookName}`"
          @change="emit('choose')"
        />
        compare
      </label>
    </div>
  </li>
</template>

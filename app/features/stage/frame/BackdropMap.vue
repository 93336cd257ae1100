<script setup lang="ts">
import { useLitPicture } from '~/shared/useLitPicture'
import { useLookPlace } from '~/features/stage/frame/useLookPlace'
import { arrowOf } from '~/support/arrowKeys'
import { useLight } from '~/stores/light'
import { computed, ref, shallowRef, watch } from 'vue'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import type { Evenness } from '#core/render/evenness'
import { formatStops } from '#wording/notation/stops'

const MAP_WIDTH = 48
const COLUMNS = 5
const ROWS = 5
/** Text is dark on what renders lighter than this. */
const LIGHT_VALUE = 110

const emit = defineEmits<{ look: [] }>()
const light = useLight()
const { place } = useLookPlace()
const lookFrom = (event: PointerEvent) => {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  place.value = { across: (event.clientX - box.left) / box.width, up: 1 - (event.clientY - box.top) / box.height }
  emit('look')
}
const { picture, isFresh } = useLitPicture(() => ({ at: 'backdrop', width: MAP_WIDTH }))
/** The cell that keys point at; Enter looks from there. */
const pointed = ref<number | undefined>()
const byKey = (event: KeyboardEvent) => {
  const way = arrowOf(event)
  const cell = pointed.value ?? Math.floor((COLUMNS * ROWS) / 2)
  const [column, row] = [cell % COLUMNS, Math.floor(cell / COLUMNS)]
  if (way) {
    const within = (at: number, count: number) => Math.max(0, Math.min(count - 1, at))
    pointed.value = within(column + way[0], COLUMNS) + COLUMNS * within(row + way[1], ROWS)
  } else if (event.key === 'Enter') {
    place.value = { across: (column + 0.5) / COLUMNS, up: 1 - (row + 0.5) / ROWS }
    emit('look')
  } else return
  event.preventDefault()
  event.stopPropagation()
}
const evenness = shallowRef<Evenness | undefined>()

watch(
  picture,
  async () => {
    evenness.value = (await light.evenness(COLUMNS, ROWS)) ?? evenness.value
  },
  { immediate: true },
)

const shape = computed(() => (picture.value ? picture.value.height / picture.value.width : 1))
/** Figures against the middle, where they can be compared at a glance. */
const cells = computed(() => {
  const { value: map } = evenness
  const { value: shown } = picture
  if (!map || !shown) return []
  const middle = map.stops[Math.floor(map.stops.length / 2)]!
  return map.stops.map((stops, cell) => {
    const x = Math.floor((((cell % COLUMNS) + 0.5) / COLUMNS) * shown.width)
    const y = Math.floor(((Math.floor(cell / COLUMNS) + 0.5) / ROWS) * shown.height)
    return {
      words: cell === Math.floor(map.stops.length / 2) ? 'middle' : formatStops(stops - middle),
      isDark: shown.data[(y * shown.width + x) * 4]! > LIGHT_VALUE,
    }
  })
})
</script>

<template>
  <div class="flex flex-col gap-3">
    <div
      v-if="picture"
      class="relative w-full shrink-0 bg-well"
      :class="{ 'opacity-60': !isFresh }"
      :style="{ aspectRatio: Math.max(0.8, 1 / shape) }"
      data-test="backdrop-map"
      tabindex="0"
      role="application"
      aria-label="Map of the backdrop. Arrow keys go from place to place, Enter looks back from there."
      @keydown="byKey"
      @pointerdown="lookFrom"
    >
      <PictureCanvas
        :picture="picture"
        label="The backdrop square on, in its own tone"
        class="size-full object-fill!"
      />
      <ol
        class="absolute inset-0 grid grid-cols-5 grid-rows-5"
        aria-label="Stops against the middle of the backdrop, row by row from the top left"
      >
        <li
          v-for="(cell, index) in cells"
          :key="index"
          class="grid place-items-center text-xs font-semibold"
          :class="{ 'outline-2 -outline-offset-2 outline-accent': pointed === index }"
          :style="{ color: cell.isDark ? '#141414' : '#f0f0f0' }"
        >
          {{ cell.words }}
        </li>
      </ol>
    </div>
    <div class="text-sm text-soft">
      <p v-if="evenness">
        <strong class="block text-xl text-ink" data-test="spread">{{ evenness.spreadStops.toFixed(1) }} stops</strong>
        between its lightest and darkest part.
      </p>
      <p class="mt-2">Square on, floor to top; the camera may see less. Press a place to look back from it.</p>
    </div>
  </div>
</template>

<script setup lang="ts">
import { useFramePicture } from '~/features/stage/frame/useFramePicture'
import { usePin } from '~/features/stage/frame/usePin'
import { useLight } from '~/stores/light'
import { computed } from 'vue'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import { formatAperture } from '#wording/notation/aperture'
import { formatStops } from '#wording/notation/stops'

const light = useLight()
const { picture } = useFramePicture()
const { pin, put, goBack } = usePin()

const rows = computed(() =>
  (pin.value?.readouts ?? []).flatMap(before => {
    const now = light.readouts.find(({ point }) => point.id === before.point.id)
    if (!now) return []
    const figure = (readout: typeof now) =>
      readout.value === undefined ? formatStops(readout.stops) : String(Math.round(readout.value))
    return [
      {
        id: before.point.id,
        name: before.point.name.replace('Subject ', '').replace('Backdrop ', ''),
        before: figure(before),
        now: figure(now),
        change: formatStops(now.stops - before.stops),
      },
    ]
  }),
)
</script>

<template>
  <div data-test="compare">
    <div class="flex items-center gap-2">
      <button class="press" data-test="pin" @click="put(picture)">
        {{ pin ? 'Pin this instead' : 'Pin how it stands' }}
      </button>
      <button v-if="pin" class="press" data-test="unpin" @click="goBack">Go back to the pin</button>
    </div>
    <div v-if="pin" class="mt-2 grid grid-cols-[6.5rem_6.5rem_minmax(0,1fr)] gap-2">
      <figure
        v-for="[name, shown] in [
          ['pinned', pin.picture],
          ['now', picture],
        ] as const"
        :key="name"
      >
        <PictureCanvas v-if="shown" :picture="shown" :label="`The frame as ${name}`" class="w-full bg-well" />
        <figcaption class="text-sm text-soft">
          {{ name }}, {{ formatAperture(name === 'now' ? (light.camera?.fNumber ?? pin.fNumber) : pin.fNumber) }}
        </figcaption>
      </figure>
      <table class="self-start text-sm">
        <caption class="sr-only">
          Readings as pinned and now
        </caption>
        <tbody>
          <tr v-for="row in rows" :key="row.id" :data-test="`compare-${row.id}`">
            <th class="text-left font-normal text-soft">
              {{ row.name }}
            </th>
            <td class="pl-1 text-right">
              {{ row.before }}
            </td>
            <td class="pl-2 text-right font-semibold">
              {{ row.now }}
            </td>
            <td class="pl-2 text-right text-soft">
              {{ row.change }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-else class="mt-2 text-sm text-soft">
      Pin a state, change what you like, and see both side by side, in figures and in the frame.
    </p>
  </div>
</template>

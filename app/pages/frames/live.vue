<script setup lang="ts">
import { computed, onUnmounted, ref } from 'vue'
import LivePicture from '~/features/live/LivePicture.vue'
import WaveForm from '~/features/live/WaveForm.vue'
import { useBeside } from '~/features/live/useBeside'
import { useLight } from '~/stores/light'
import { useLive } from '~/stores/live'
import { useStudio } from '~/stores/studio'
import { goAfter } from '~/support/goAfter'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { signedStopWords, stopWords } from '#wording/quantities'
import { spaceWords } from '#wording/liveView'

/** What a camera sees now, read ten times a second. */
const live = useLive()
const studio = useStudio()
const light = useLight()
const wipe = ref(1)
const { beside, besides, recordPicture, problem: besideProblem, choose: chooseBeside } = useBeside()
const SEEN = [
  { value: 'values', name: 'Values' },
  { value: 'even', name: 'Evenness' },
] as const
const see = ref<(typeof SEEN)[number]['value']>('values')
/** Somebody wants to see it beside the live picture. */
const lay = async (what: string) => {
  if (wipe.value === 1) wipe.value = 0.5
  await chooseBeside(what)
}
const isReading = ref(false)
onUnmounted(live.close)

const SPACES = [
  { value: '', name: 'as the video says' },
  { value: 'bt709 limited', name: 'BT.709, limited range' },
  { value: 'bt709 full', name: 'BT.709, full range' },
  { value: 'bt601 limited', name: 'BT.601, limited range' },
  { value: 'bt601 full', name: 'BT.601, full range' },
] as const
type Space = (typeof SPACES)[number]['value']
const chosenSpace = computed<Space>(() =>
  live.space ? `${live.space.matrix} ${live.space.isFullRange ? 'full' : 'limited'}` : '',
)
const chooseSpace = (value: Space) => {
  const [matrix, range] = value.split(' ')
  live.space = value === '' ? null : { matrix: matrix as 'bt601' | 'bt709', isFullRange: range === 'full' }
}
const cameras = computed(() =>
  live.devices.map(({ deviceId, label }, index) => ({ value: deviceId, name: label || `Camera ${index + 1}` })),
)
const places = computed(() =>
  light.readouts.flatMap(({ point, value: planned }) => {
    const read = live.reading?.places[point.id]
    const target = studio.look.targets[point.id]
    const wanted = target?.kind === 'value' ? target.value : undefined
    return read ? [{ id: point.id, name: point.name, read, planned, wanted }] : []
  }),
)
const wanted = computed(() => [...new Set(places.value.flatMap(({ wanted: one }) => one ?? []))])
const readThis = async () => {
  isReading.value = true
  await goAfter(
    live.readThis().finally(() => (isReading.value = false)),
    '/frames',
  )
}
</script>

<template>
  <div class="flex grow flex-col gap-6 p-4 lg:min-h-0 lg:flex-row lg:overflow-y-auto">
    <section aria-label="Live picture" class="min-w-0 lg:w-3/5">
      <LivePicture
        v-if="live.isOpen"
        :wipe="wipe"
        :beside="beside.kind"
        :record-picture="recordPicture"
        :see="see"
        @wipe="share => (wipe = share)"
      />
      <div v-else class="flex flex-col items-start gap-3">
        <p class="max-w-prose text-soft">
          The picture of a capture device or a webcam, with its values over the plan. It is read here, and kept only
          when you press Read this.
        </p>
        <button class="press-main" data-test="open-camera" @click="live.open">Open a camera</button>
      </div>
      <p v-if="live.problem" role="alert" class="mt-2" data-test="live-problem">{{ live.problem }}</p>
    </section>
    <section v-if="live.isOpen" aria-label="What it says" class="flex flex-col gap-4 lg:w-2/5">
      <div class="flex flex-wrap gap-2">
        <button class="press-main" :disabled="!live.reading || isReading" data-test="read-this" @click="readThis">
          Read this
        </button>
        <button class="press" data-test="close-camera" @click="live.close">Close the camera</button>
      </div>
      <template v-if="live.reading">
        <p v-if="live.reading.movedStops !== undefined" role="alert" data-test="live-moved">
          The whole picture moved by {{ signedStopWords(live.reading.movedStops) }} at once: is the camera’s automatic
          exposure on? Set it to manual, or the values say nothing.
        </p>
        <p v-if="!live.reading.isSure" role="status">No backdrop can be made out for sure.</p>
        <p v-if="live.reading.backdrop" class="text-3xl font-semibold" data-test="live-backdrop">
          Backdrop {{ Math.round(live.reading.backdrop.value) }}
          <span class="text-base font-normal text-soft">
            {{ Math.round(live.reading.backdrop.lowest) }} to {{ Math.round(live.reading.backdrop.highest)
            }}{{ live.reading.unevenness ? `, uneven by ${stopWords(live.reading.unevenness.spreadStops)}` : '' }}
          </span>
        </p>
        <table class="figure w-full max-w-md text-left">
          <thead class="text-soft">
            <tr>
              <th scope="col" class="font-normal">Place</th>
              <th scope="col" class="text-right font-normal">Live</th>
              <th scope="col" class="text-right font-normal">Plan</th>
              <th scope="col" class="text-right font-normal">Wanted</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="place in places" :key="place.id" class="border-t border-rule" :data-test="`live-${place.id}`">
              <th scope="row" class="font-normal">{{ place.name }}</th>
              <td class="text-right text-lg">
                {{ Math.round(place.read.value) }}{{ place.read.isClipped ? ', clips' : '' }}
              </td>
              <td class="text-right">{{ place.planned === undefined ? '' : Math.round(place.planned) }}</td>
              <td class="text-right">{{ place.wanted === undefined ? '' : Math.round(place.wanted) }}</td>
            </tr>
          </tbody>
        </table>
        <ChoiceRow label="Over the picture" :value="see" :choices="SEEN" @choose="value => (see = value)" />
        <WaveForm :waveform="live.reading.waveform" :wanted="wanted" />
        <div class="flex flex-wrap items-end gap-3">
          <SelectField
            v-if="cameras.length > 1"
            label="Camera"
            :value="live.deviceId"
            :options="cameras"
            @choose="
              id => {
                live.deviceId = id
                void live.open()
              }
            "
          />
          <SelectField
            label="Matrix and range"
            :value="chosenSpace"
            :options="SPACES"
            test-name="live-space"
            @choose="chooseSpace"
          />
          <SelectField
            v-if="besides.length > 1"
            label="Wiped against"
            :value="beside.value"
            :options="besides"
            test-name="live-beside"
            @choose="lay"
          />
          <NumberField
            label="Pictures averaged"
            :value="live.over"
            :least="1"
            :most="32"
            :digits="0"
            whole
            @change="count => (live.over = count)"
          />
        </div>
        <p v-if="besideProblem" role="status">{{ besideProblem }}</p>
        <p class="text-sm text-soft" data-test="live-facts">{{ spaceWords(live.reading) }}</p>
      </template>
      <p v-else role="status" class="text-soft">Waiting for the first picture…</p>
    </section>
  </div>
</template>

<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import MatchTable from '~/features/match/MatchTable.vue'
import { useLookEdits } from '~/shared/useLookEdits'
import { useUnits } from '~/shared/useUnits'
import { useMatching } from '~/stores/matching'
import { useStudio } from '~/stores/studio'
import { goAfter } from '~/support/goAfter'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import WorkingLine from '~/ui/WorkingLine.vue'
import type { MatchWay } from '#services/search/matchJob'
import { formatAperture } from '#wording/notation/aperture'
import { formatStops } from '#wording/notation/stops'
import { matchHeadline, wayWords } from '#wording/match'
import { shutterWords, valueAndStopsWords } from '#wording/quantities'

/** The ways to match something, the best first, beside what is matched (in the slot). */
const props = defineProps<{ name: string; lookName: string }>()
const matching = useMatching()
const studio = useStudio()
const { sized } = useUnits()
const router = useRouter()
const { fromSet } = useLookEdits()

const ways = computed(() => matching.answer?.ways ?? [])
const again = () => matching.subject && void matching.match(matching.subject)
const places = computed(() =>
  (matching.answer?.was ?? []).map(was => ({
    ...was,
    words: valueAndStopsWords(was.value, was.stops),
    ways: ways.value.map(way => {
      const is = way.places.find(({ pointId }) => pointId === was.pointId)
      return is ? formatStops(is.stops - was.stops, 'tenths') : ''
    }),
  })),
)
const refusal = ref('')
const setOf = ({ set }: MatchWay) => ({ ...set, name: `${props.name} matched`.slice(0, 80) })
const open = (way: MatchWay) => goAfter(studio.openNew(setOf(way)), '/')
const asLook = async (way: MatchWay) => {
  const outcome = fromSet({ set: setOf(way), lookId: way.lookId, name: props.lookName })
  refusal.value = outcome.ok ? '' : outcome.message
  if (outcome.ok) await router.push('/')
}
</script>

<template>
  <div class="flex flex-col gap-4">
    <WorkingLine
      v-if="matching.isBusy"
      :value="matching.share"
      :words="ways.length === 0 ? 'Working out what is to be matched' : 'Bringing each way nearer'"
      data-test="match-busy"
      @stop="matching.stop()"
    />
    <p v-if="matching.failure" role="alert" data-test="match-failure">{{ matching.failure }}</p>
    <p v-if="refusal" role="alert">{{ refusal }}</p>
    <div v-if="!matching.isBusy" class="flex gap-2">
      <button class="press" data-test="match-again" @click="again">Look again</button>
      <p v-if="matching.answer && !matching.answer.isFinal" class="self-center">
        Stopped before the end: what is shown is worked out roughly.
      </p>
    </div>
    <div v-if="matching.answer" class="grid grid-cols-2 gap-4 lg:grid-cols-4">
      <slot />
      <figure v-for="(way, at) in ways" :key="at" data-test="match-way">
        <PictureCanvas
          v-if="way.picture"
          :picture="way.picture"
          :label="`Way ${at + 1} as the camera would see it`"
          class="h-72 w-full bg-well object-contain"
        />
        <div v-else class="grid h-72 w-full place-items-center bg-well text-sm text-soft">
          {{ matching.isBusy ? 'Working out…' : 'No picture' }}
        </div>
        <figcaption class="mt-1 flex flex-col gap-1">
          <span class="font-medium">Way {{ at + 1 }}</span>
          <span class="text-[17px] leading-snug" data-test="match-headline">{{
            matchHeadline(way, matching.asked)
          }}</span>
          <span class="text-sm text-soft">
            {{ sized(wayWords(way)) }}. {{ formatAperture(way.camera.fNumber) }} ·
            {{ shutterWords(way.camera.shutterS) }} · ISO {{ Math.round(way.camera.iso) }},
            {{ Math.round(way.set.camera.lens.focalLengthMm) }} mm
          </span>
          <span v-if="way.picture" class="flex flex-wrap gap-2">
            <button class="press" data-test="open-match" @click="open(way)">Open way {{ at + 1 }} as a set</button>
            <button class="press" data-test="look-from-match" @click="asLook(way)">
              Way {{ at + 1 }} as a look here
            </button>
          </span>
        </figcaption>
      </figure>
    </div>
    <p v-if="matching.answer?.isFinal && ways.length === 0" role="status">No way was found in this room.</p>
    <div v-if="ways.length > 0" class="overflow-x-auto"><MatchTable /></div>
    <table v-if="ways.length > 0 && places.length > 0" class="max-w-2xl text-left text-sm" data-test="match-places">
      <caption class="pb-1 text-left text-base font-semibold">
        The light there: value and stops as it was, and stops apart
      </caption>
      <thead class="text-soft">
        <tr>
          <th class="font-normal">Place</th>
          <th class="text-right font-normal">As it was</th>
          <th v-for="(_, at) in ways" :key="at" class="text-right font-normal">{{ `Way ${at + 1}` }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="place in places" :key="place.pointId" class="border-t border-rule">
          <th class="py-0.5 font-normal">{{ place.name }}</th>
          <td class="figure text-right whitespace-pre">{{ place.words }}</td>
          <td v-for="(words, at) in place.ways" :key="at" class="figure text-right">{{ words }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import MatchTable from '~/features/logbook/MatchTable.vue'
import { useRecordOf } from '~/features/logbook/useRecordOf'
import { useLookEdits } from '~/shared/useLookEdits'
import { useUnits } from '~/shared/useUnits'
import { useMatching } from '~/stores/matching'
import { useStudio } from '~/stores/studio'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import WorkingLine from '~/ui/WorkingLine.vue'
import type { MatchWay } from '#services/search/searchApi'
import { formatAperture } from '#wording/notation/aperture'
import { formatStops } from '#wording/notation/stops'
import { matchHeadline, wayWords } from '#wording/match'
import { shutterWords, valueAndStopsWords } from '#wording/quantities'

const { record, problem } = useRecordOf()
const matching = useMatching()
const studio = useStudio()
const router = useRouter()
const { distance } = useUnits()
const { fromSet } = useLookEdits()

watch(
  record,
  of => {
    if (of && matching.record?.id !== of.id) void matching.match(of)
  },
  { immediate: true },
)
const room = computed(() => {
  const { widthM, depthM, heightM } = studio.document.room
  return `${distance(widthM)} × ${distance(depthM)} × ${distance(heightM)}`
})
const ways = computed(() => matching.answer?.ways ?? [])
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
const setOf = ({ set }: MatchWay) => ({ ...set, name: `${record.value!.set.name} matched`.slice(0, 80) })
const open = async (way: MatchWay) => {
  if (await studio.openNew(setOf(way))) await router.push('/')
}
const asLook = async (way: MatchWay) => {
  const name = record.value!.set.looks[0]!.name
  const outcome = fromSet({ set: setOf(way), lookId: way.lookId, name })
  refusal.value = outcome.ok ? '' : outcome.message
  if (outcome.ok) await router.push('/')
}
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-6xl flex-col gap-4">
      <p v-if="problem" role="alert">{{ problem }}</p>
      <p v-else-if="!record" class="text-soft">Opening the record…</p>
      <template v-else>
        <header>
          <h1 class="text-lg font-semibold">Match {{ record.set.name }}, {{ record.set.looks[0]!.name }} here</h1>
          <p class="text-soft">
            In the room of {{ studio.document.name }} ({{ room }}), with your kit. What stands there now stays as it is.
          </p>
        </header>
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
          <button class="press" data-test="match-again" @click="matching.match(record)">Look again</button>
          <p v-if="matching.answer && !matching.answer.isFinal" class="self-center">
            Stopped before the end: what is shown is worked out roughly.
          </p>
        </div>
        <div v-if="matching.answer" class="grid grid-cols-2 gap-4 lg:grid-cols-4">
          <figure>
            <PictureCanvas
              :picture="matching.answer.picture"
              :label="`${record.set.looks[0]!.name} as it was`"
              class="aspect-2/3 w-full bg-well object-contain"
            />
            <figcaption class="mt-1">
              <span class="block font-medium">As it was</span>
              <span class="block text-sm text-soft">
                {{ formatAperture(record.camera.fNumber) }} · {{ shutterWords(record.camera.shutterS) }} · ISO
                {{ Math.round(record.camera.iso) }}
              </span>
            </figcaption>
          </figure>
          <figure v-for="(way, at) in ways" :key="at" data-test="match-way">
            <PictureCanvas
              v-if="way.picture"
              :picture="way.picture"
              :label="`Way ${at + 1} as the camera would see it`"
              class="aspect-2/3 w-full bg-well object-contain"
            />
            <div v-else class="grid aspect-2/3 w-full place-items-center bg-well text-sm text-soft">
              {{ matching.isBusy ? 'Working out…' : 'No picture' }}
            </div>
            <figcaption class="mt-1 flex flex-col gap-1">
              <span class="font-medium">Way {{ at + 1 }}</span>
              <span class="text-[17px] leading-snug" data-test="match-headline">{{
                matchHeadline(way, matching.asked)
              }}</span>
              <span class="text-sm text-soft">
                {{ wayWords(way) }}. {{ formatAperture(way.camera.fNumber) }} ·
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
        <p v-if="matching.answer?.isFinal && ways.length === 0" role="status">
          Nothing of this set finds a place in this room.
        </p>
        <div v-if="ways.length > 0" class="overflow-x-auto"><MatchTable /></div>
        <table v-if="ways.length > 0" class="max-w-2xl text-left text-sm" data-test="match-places">
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
      </template>
    </div>
  </div>
</template>

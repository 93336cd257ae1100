<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import MatchWays from '~/features/match/MatchWays.vue'
import RoomLine from '~/features/match/RoomLine.vue'
import { useFrames } from '~/stores/frames'
import { useMatching } from '~/stores/matching'
import { useStudio } from '~/stores/studio'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { knownFromFrames, SOFTNESSES } from '#core/match/knownFromFrames'
import { shadedKeyWords, softnessName } from '#wording/match'

const frames = useFrames()
const matching = useMatching()
const studio = useStudio()

const reading = computed(() => frames.shown?.reading)
const shaded = computed(() => reading.value?.key)
const picture = computed(() => {
  const { width, height, picture: data } = frames.shown!
  return { width, height, data }
})
const USUAL = { roundDeg: -40, upDeg: 25, softnessDeg: 35, ratioStops: 2 }
const given = ref({ ...USUAL })
watch(
  shaded,
  found => {
    if (found?.isSure) given.value = { ...given.value, roundDeg: found.roundDeg }
  },
  { immediate: true },
)
const options = SOFTNESSES.map(({ id, deg }) => ({ value: id, name: `${softnessName(id)}, ${deg}°` }))
const softness = computed(() => SOFTNESSES.find(({ deg }) => deg === given.value.softnessDeg)!.id)
const look = () => {
  const frame = frames.chosen
  if (!frame || !reading.value) return
  const others = frames.frames.filter(({ id }) => id !== frame.id)
  const known = { ...knownFromFrames(studio.document, reading.value, others), ...given.value }
  void matching.match({ kind: 'frame', id: frame.id, known })
}
const isMatched = computed(() => matching.subject?.kind === 'frame' && matching.subject.id === frames.chosen?.id)
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-6xl flex-col gap-4">
      <header>
        <h2 class="text-lg font-semibold">Match this picture here</h2>
        <RoomLine />
      </header>
      <p v-if="!frames.chosen">Bring a picture in under Read; then its light can be matched here.</p>
      <p v-else-if="!reading" class="text-soft">{{ frames.problem || 'Reading the picture…' }}</p>
      <template v-else>
        <p data-test="shaded-key">{{ shadedKeyWords(shaded) }}</p>
        <form class="flex flex-wrap items-end gap-3" @submit.prevent="look">
          <NumberField
            label="Key round to the right"
            unit="°"
            :value="given.roundDeg"
            :least="-170"
            :most="170"
            @change="roundDeg => (given = { ...given, roundDeg })"
          />
          <NumberField
            label="Key up"
            unit="°"
            :value="given.upDeg"
            :least="-30"
            :most="80"
            @change="upDeg => (given = { ...given, upDeg })"
          />
          <SelectField
            label="How soft it looks"
            :value="softness"
            :options="options"
            test-name="picture-softness"
            @choose="id => (given = { ...given, softnessDeg: SOFTNESSES.find(one => one.id === id)!.deg })"
          />
          <NumberField
            label="Lit cheek over the other, stops"
            :value="given.ratioStops"
            :least="0"
            :most="6"
            @change="ratioStops => (given = { ...given, ratioStops })"
          />
          <button class="press-main" data-test="match-picture">Look for ways</button>
        </form>
        <MatchWays v-if="isMatched" :name="frames.chosen.name || 'Picture'" look-name="As the picture">
          <figure>
            <PictureCanvas
              :picture="picture"
              label="The picture that is matched"
              class="h-72 w-full bg-well object-contain"
            />
            <figcaption class="mt-1 font-medium">The picture</figcaption>
          </figure>
        </MatchWays>
      </template>
    </div>
  </div>
</template>

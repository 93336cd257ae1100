<script setup lang="ts">
import { plural } from '#wording/language'
import { useAsk } from '~/shared/useAsk'
import { useBenchFrame } from '~/shared/useBenchFrame'
import { useMeterRun } from '~/features/metering/run/useMeterRun'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { useMainFocus } from '~/features/metering/run/useMainFocus'
import { computed, useTemplateRef } from 'vue'
import BenchPicture from '~/shared/BenchPicture.vue'
import KeepButton from '~/shared/KeepButton.vue'
import FrameValues from '~/shared/FrameValues.vue'
import { NuxtLink } from '#components'
import { formatFNumber } from '#wording/notation/aperture'
import { formatPower } from '#wording/notation/power'
import { formatStops } from '#wording/notation/stops'

const studio = useStudio()
const light = useLight()
const run = useMeterRun()
const { accept } = useAsk()
const { shoot, isShooting, problem, last } = useBenchFrame()

/** The powers that would change, by light. */
const mendWords = computed(() => {
  const settings = light.answer?.settings ?? {}
  const changed = studio.document.lights.flatMap(({ id, name, lamp }) => {
    const [from, to] = [studio.look.lights[id], settings[id]]
    if (!from || !to || (from.on === to.on && from.powerStops === to.powerStops)) return []
    return [`${name} ${to.on ? formatPower(to.powerStops, lamp) : 'off'}`]
  })
  return changed.length > 0 ? changed.join(', ') : 'these powers'
})
const end = useTemplateRef<HTMLElement>('end')
// The last Enter applies them.
useMainFocus(end, () => light.verdict?.mend !== undefined)

const countOf = (...states: string[]) =>
  run.steps.value.filter(step => states.includes(run.states.value[step.id] ?? 'open')).length
const missing = computed(() => countOf('open', 'skipped'))
const changed = computed(() => countOf('changed'))
const outliers = computed(() => Object.values(light.calibration.standings).filter(({ isOutlier }) => isOutlier).length)
const learned = computed(() =>
  studio.document.lights.flatMap(source => {
    const stops = light.learned.lightStops[source.id]
    return stops === undefined ? [] : [{ id: source.id, name: source.name, words: formatStops(stops) }]
  }),
)
</script>

<template>
  <section
    ref="end"
    aria-label="Results"
    class="mx-auto flex max-w-3xl flex-col gap-5 px-4 py-5 lg:px-8 lg:py-7"
    data-test="run-end"
  >
    <h2 class="text-2xl font-semibold lg:text-3xl">Results</h2>
    <p class="text-xl leading-snug" data-test="run-verdict">
      {{ light.verdict?.headline ?? 'Working out the light…' }}
    </p>
    <p v-if="missing > 0" class="text-soft">
      {{ missing }} of {{ run.steps.value.length }} readings are not taken yet; those are the plan's word alone.
    </p>
    <p v-if="changed > 0" class="text-soft" data-test="run-changed">
      {{ changed }} of {{ run.steps.value.length }} readings {{ plural(changed, 'was', 'were') }} taken before something
      changed; there the plan speaks, by what it has learned.
    </p>
    <p v-if="outliers > 0" class="border-l-4 border-ink pl-3" data-test="run-outliers">
      {{ outliers }} reading{{ outliers > 1 ? 's do' : ' does' }} not fit the others and
      {{ outliers > 1 ? 'are' : 'is' }} left out.
      <NuxtLink to="/meter/readings" class="underline">See which, and why</NuxtLink>
    </p>
    <div class="flex flex-wrap gap-2">
      <button v-if="light.verdict?.mend" class="press-main min-h-12 text-lg" data-test="run-accept" @click="accept">
        Apply {{ mendWords }}
      </button>
      <button class="press min-h-12" data-test="run-restart" @click="changed > 0 ? run.goToFirstOpen() : run.restart()">
        {{ changed > 0 ? 'Read what changed' : 'Meter again' }}
      </button>
      <button class="press min-h-12" :disabled="isShooting || !light.camera" data-test="run-shoot" @click="shoot">
        {{ isShooting ? 'Shooting…' : 'Simulate a test shot' }}
      </button>
      <KeepButton from="run" class="min-h-12" />
    </div>
    <p v-if="problem" role="alert">
      {{ problem }}
    </p>
    <div v-if="last" class="flex flex-wrap gap-5">
      <BenchPicture :frame="last" class="h-64" />
      <FrameValues :frame="last" />
    </div>
    <dl v-if="learned.length > 0" class="grid max-w-md grid-cols-[1fr_auto] gap-x-6 gap-y-1">
      <template v-for="row in learned" :key="row.id">
        <dt class="text-soft">{{ row.name }} output vs rated</dt>
        <dd class="text-right">{{ row.words }} stop</dd>
      </template>
      <template v-for="readout in light.readouts" :key="readout.point.id">
        <dt class="text-soft">{{ readout.point.name }}, all together</dt>
        <dd class="text-right">
          {{ formatFNumber(readout.fNumber) }}
        </dd>
      </template>
    </dl>
  </section>
</template>

import { defineStore } from 'pinia'
import { study } from '#core/metering/learning'
import { lightKey, stageKey, thingsKey } from '#core/set/lightingKey'
import { BAND_COUNT } from '#core/set/lightingSolver'
import { bandPoints, meterPoints } from '#core/set/points'
import type { LightSetting, StudioSet, Target } from '#core/set/schema'
import { solveLook } from '#core/solve/lookPowers'
import { verdictOf } from '#core/solve/verdict'
import type { Lighting } from '#core/metering/lighting'
import { areaPoints } from '#core/tone/areaPoints'
import { readAreas } from '#core/tone/areaReadout'
import { learnedOf, lightingOf } from '#core/tone/learnedLighting'
import { readingPoints } from '#core/tone/readingPoints'
import { cameraSettingOf, readLook, readPoint } from '#core/tone/readout'
import type { LightLayer } from '#core/transport/lightLayer'
import { findingsOf } from '#core/checks/findings'
import type { Finding } from '#core/checks/finding'
import type { Sighting } from '#core/camera/sightings'
import type { Exactness } from '~/workers/light.worker'
import { startLightWorker } from '~/workers/lightWorker'
import { useStudio } from './studio'

/** What is asked for but not yet accepted: targets for some points. */
export type Ask = Record<string, Target>

/** After this long a solve under way is told to make room for a newer question. */
const PATIENCE_MS = 120

/** Light on the open set: layers from the worker, and everything derived from them. Nothing here is ever edited. */
export const useLight = defineStore('light', () => {
  const studio = useStudio()
  const worker = markRaw(startLightWorker())
  const { distance, unit } = useUnits()
  const layers = shallowRef<{ set: StudioSet, layers: LightLayer[], sightings: Sighting[] } | undefined>()
  /** The newest answer, however rough. */
  const shownRevision = ref(0)
  const solvedRevision = ref(0)
  const failure = ref<string | null>(null)
  /** Share of the solve under way that is done; null when none is. */
  const progress = ref<number | null>(null)
  /** Whether the figures come from a draft that nothing is finishing. */
  const isStopped = ref(false)
  const asked = shallowRef<Ask | null>(null)
  let revision = 0
  let startedAt = 0
  /** Figures that are not yet what everything comes to rest at. */
  const isBusy = ref(false)
  let isWaiting = false

  const geometry = computed(() => JSON.stringify([stageKey(studio.document), studio.document.lights.map(light => [light.id, light.job, lightKey(light, studio.document)]), [...areaPoints(studio.document), ...readingPoints(studio.document)].map(({ position }) => position)]))
  let lastThings = ''
  let lastSurfaces = ''

  const solveOnce = async (exactness: Exactness): Promise<boolean> => {
    const set = studio.document
    revision += 1
    startedAt = performance.now()
    progress.value = 0
    const answer = await worker.solve(revision, toRaw(set), exactness, (share) => {
      progress.value = share
    })
    progress.value = null
    if (!answer) return false
    layers.value = { set, layers: answer.layers, sightings: answer.sightings }
    shownRevision.value = answer.revision
    if (!answer.isDraft) solvedRevision.value = answer.revision
    return !answer.isDraft
  }

  /** What gives figures at once: nothing has to be left out when surfaces stay, little when lights move, more when other things do. */
  const firstExactness = (): Exactness => {
    const [things, surfaces] = [thingsKey(studio.document), stageKey(studio.document)]
    const first = lastThings === '' || surfaces === lastSurfaces ? 'full' : things === lastThings ? 'quick' : 'draft'
    lastThings = things
    lastSurfaces = surfaces
    return first
  }

  /** Solves until nothing newer waits: in a rough way first when surfaces moved, so that figures follow the hand. */
  const solve = async () => {
    if (isBusy.value) {
      isWaiting = true
      if (performance.now() - startedAt > PATIENCE_MS) void worker.supersede(revision + 1)
      return
    }
    isBusy.value = true
    try {
      do {
        isWaiting = false
        isStopped.value = false
        const isWhole = await solveOnce(firstExactness())
        if (!isWhole && !isWaiting && !isStopped.value) await solveOnce('full')
      } while (isWaiting)
      if (!isStopped.value) void worker.warm(revision, toRaw(studio.document))
      failure.value = null
    }
    catch (error) {
      failure.value = `The light could not be worked out: ${(error as Error).message} Undo the last step; your set is kept.`
    }
    finally {
      isBusy.value = false
    }
  }

  /** Stops the solve under way; what figures there are stay. */
  const stop = () => {
    isStopped.value = true
    void worker.supersede(revision + 1)
  }

  watch(geometry, solve, { immediate: true })

  const points = computed(() => meterPoints(studio.document))
  /** What readings teach, and how each stands against the others. */
  const readings = computed(() => studio.document.readings)
  const lightIds = computed(() => studio.document.lights.map(({ id }) => id).join(' '))
  const frozen = computed(() => studio.document.frozen)
  // Through these three nothing is studied again while a lamp is dragged.
  const studied = computed(() => study(readings.value, lightIds.value.split(' ').filter(Boolean), frozen.value))
  const places = computed(() => [...readingPoints(studio.document), ...bandPoints(studio.document, BAND_COUNT), ...areaPoints(studio.document)])
  const learned = computed(() => learnedOf(studio.document, studio.look, studied.value))
  /** Layers as the plan has them; they fit the set that is shown once every light of it has one. */
  const planned = computed((): LightLayer[] | undefined => {
    const ids = layers.value?.layers.map(layer => layer.lightId)
    return layers.value && studio.document.lights.every(light => ids?.includes(light.id)) ? layers.value.layers : undefined
  })
  const lighting = computed((): Lighting | undefined => planned.value
    ? lightingOf(planned.value, learned.value, places.value)
    : undefined)
  const camera = computed(() => lighting.value
    ? cameraSettingOf(studio.document, studio.look, points.value, lighting.value)
    : undefined)

  /** Waits until there are figures: right after opening, the plan may still be worked out. */
  const ready = () => until(() => camera.value !== undefined && planned.value !== undefined).toBe(true)

  const targets = computed(() => ({ ...studio.look.targets, ...asked.value }))
  const wantedLook = computed(() => ({ ...studio.look, targets: targets.value }))
  const answer = computed(() => lighting.value && camera.value
    ? solveLook(studio.document, wantedLook.value, points.value, camera.value, lighting.value)
    : undefined)
  const areas = computed(() => lighting.value && camera.value
    ? readAreas(studio.document, wantedLook.value, studio.look.lights, camera.value, lighting.value)
    : [])
  const readouts = computed(() => lighting.value && camera.value
    ? readLook(studio.document, wantedLook.value, points.value, camera.value, lighting.value)
    : [])
  /** What would be, were the answer to an ask accepted. */
  const ghosts = computed(() => asked.value && answer.value && lighting.value && camera.value
    ? readLook(studio.document, { ...wantedLook.value, lights: answer.value.settings }, points.value, camera.value, lighting.value)
    : [])
  const verdict = computed(() => answer.value && camera.value
    ? verdictOf(studio.document, wantedLook.value, readouts.value, camera.value, answer.value, areas.value)
    : undefined)
  const band = computed(() => {
    const { value: light } = lighting
    const { value: setting } = camera
    if (!light || !setting) return []
    return bandPoints(studio.document, BAND_COUNT).map(point => readPoint(studio.document, point, studio.look.lights, setting, light))
  })

  /** What speaks up beside the tones, once the hand rests. */
  const findings = shallowRef<Finding[]>([])
  watchDebounced([readouts, layers, () => studio.isDragging, () => unit.value], () => {
    const { value: light } = lighting
    if (studio.isDragging || !light || !camera.value || !answer.value || asked.value) return
    findings.value = findingsOf({
      set: studio.document, look: studio.look, camera: camera.value, lighting: light, readouts: readouts.value, answer: answer.value, sightings: layers.value!.sightings,
    }, distance)
  }, { debounce: 120 })

  /** Light settings that are shown: the present ones, or the asked-for ones while an ask stands. */
  const shownSettings = computed((): Record<string, LightSetting> => asked.value && answer.value ? answer.value.settings : studio.look.lights)

  return {
    worker, solvedRevision, shownRevision, findings, failure, progress, isBusy, isStopped, stop, solve, asked, points, places, ready, studied, learned, planned, lighting, camera, targets, answer, readouts, areas, ghosts, verdict, band, shownSettings,
  }
})

import { useFrames } from '~/stores/frames'
import { useLight } from '~/stores/light'
import { useSearch } from '~/stores/search'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { darkestThird, framePointTones, frameVerdict } from '#core/testFrames/frameVerdict'
import { doubtWords } from '#wording/doubt'
import { changeExposure, changeSettings } from '#core/edits/edits'
import { solveLook } from '#core/solve/lookPowers'
import { exposureMismatchWords, otherLensWords } from '#wording/exposure'
import { darkThirdWords, frameVerdictWords } from '#wording/frameVerdict'
import { formatSpan } from '#wording/notation/span'

/** Off by less than this from what was expected, a change did what it should. */
const WORKED_STOPS = 0.1

/** What the chosen frame says against the look's targets, and what to do about it. */
export const useFrameAdvice = () => {
  const studio = useStudio()
  const light = useLight()
  const frames = useFrames()
  const search = useSearch()

  const places = computed(() => frames.shown?.reading.places ?? {})
  const tones = computed(() =>
    frames.chosen
      ? framePointTones(studio.document, studio.look, light.points, frames.chosen.values, places.value)
      : [],
  )
  /** Lights that stand otherwise than when the frame was taken make its advice old. */
  const isStale = computed(() => {
    const frame = frames.chosen
    return (
      frame !== undefined &&
      studio.document.lights.some(
        ({ id }) => JSON.stringify(frame.lights[id]) !== JSON.stringify(studio.look.lights[id]),
      )
    )
  })
  /** A frame tells of the backdrop: where its own lights can mend it, nothing else is touched. */
  const answer = computed(() => {
    const { lighting, camera } = light
    if (!lighting || !camera || isStale.value) return undefined
    const others = studio.document.lights.filter(({ job }) => job !== 'backdrop').map(({ id }) => id)
    const own = solveLook(
      light.evaluation!.wanting(point => point.surface === 'backdrop'),
      { fixedIds: others },
    )
    return own.isReached ? own : light.answer
  })
  const verdict = computed(() =>
    frameVerdict(studio.document, studio.look, tones.value, answer.value, frames.shown?.reading.parts.backdrop?.value),
  )
  /** The picture is read anew, as after a reload: nothing is said of it meanwhile. */
  const isReading = computed(() => frames.isReading)
  /** Why the picture is not taken for a backdrop with a subject. */
  const doubt = computed(() =>
    frames.shown && frames.chosen?.edits.length === 0 ? doubtWords(frames.shown.reading.confidence) : '',
  )
  /** What was measured stays true when the set is changed; what to do about it does not. */
  const headline = computed(() => {
    if (isReading.value) return 'Reading the picture…'
    if (doubt.value) return doubt.value
    const isWorking = verdict.value.state === 'off' && answer.value === undefined && !isStale.value
    const words = frameVerdictWords(studio.document.lights, verdict.value)
    return isWorking ? `${words} Working out what to do…` : words
  })
  const mend = computed(() =>
    !doubt.value && verdict.value.changes && verdict.value.changes.length > 0 ? answer.value?.settings : undefined,
  )
  const doMend = () => {
    const { value: settings } = mend
    if (settings) studio.edit(set => changeSettings(set, studio.look.id, settings))
  }
  /** Values that the plan expects once it is done. */
  const after = computed(() => {
    const { value: settings } = mend
    if (!settings || !light.evaluation) return ''
    const values = light.evaluation
      .under(settings)
      .readouts.filter(({ point, targetStops }) => point.surface === 'backdrop' && targetStops !== undefined)
      .map(({ value }) => value!)
    return values.length === 0 ? '' : formatSpan(values)
  })

  /** Whether what was expected came about. */
  const outcome = computed(() => {
    const frame = frames.chosen
    if (!frame || frames.frames.indexOf(frame) === 0) return ''
    const shared = tones.value.filter(({ point }) => frame.expected[point.id] !== undefined)
    if (shared.length === 0) return ''
    const mean = (numbers: readonly number[]) =>
      Math.round(numbers.reduce((sum, number) => sum + number, 0) / numbers.length)
    const [expected, got] = [
      mean(shared.map(({ point }) => frame.expected[point.id]!)),
      mean(shared.map(({ value }) => value)),
    ]
    const apart = framePointTones(studio.document, studio.look, light.points, frame.expected).map(
      ({ point, offStops }) =>
        Math.abs((offStops ?? 0) - (shared.find(tone => tone.point.id === point.id)?.offStops ?? 0)),
    )
    return `Expected ${expected}, got ${got}: ${Math.max(...apart) <= WORKED_STOPS ? 'the plan holds' : 'the plan has learned from it'}.`
  })

  const mismatch = computed(() =>
    frames.chosen && light.camera ? exposureMismatchWords(frames.chosen.tags, light.camera) : undefined,
  )
  const otherLens = computed(() => frames.chosen && otherLensWords(frames.chosen.tags, studio.document.camera))
  const takeExposure = () => {
    const frame = frames.chosen
    if (frame) studio.edit(set => changeExposure(set, studio.look.id, { ...frame.camera, followsPointId: null }))
  }

  const lag = computed(() => {
    const unevenness = frames.shown?.reading.unevenness
    const third = unevenness && !isStale.value && !doubt.value ? darkestThird(unevenness) : undefined
    return third && darkThirdWords(third)
  })
  const lookForEven = () =>
    search.even(
      Object.fromEntries(
        Object.entries(places.value)
          .filter(([id, { isThere, isClipped }]) => id.startsWith('frame/') && isThere && !isClipped)
          .map(([id, { stops }]) => [id, stops]),
      ),
      'frame',
    )

  const isShort = computed(() => verdict.value.state === 'off' && !doubt.value && answer.value?.isReached === false)

  return {
    tones,
    verdict,
    headline,
    isReading,
    isShort,
    mend,
    doMend,
    after,
    isStale,
    outcome,
    mismatch,
    otherLens,
    takeExposure,
    lag,
    lookForEven,
  }
}

import { watchThrottled } from '@vueuse/core'
import { computed, onMounted, ref, toRaw } from 'vue'
import { useReadingWords } from '~/shared/useReadingWords'
import { useRecording } from '~/shared/useRecording'
import { useRunSteps } from '~/shared/useRunSteps'
import { useUnits } from '~/shared/useUnits'
import { useChangeTicks } from '~/stores/changeTicks'
import { useLight } from '~/stores/light'
import { useLooks } from '~/stores/looks'
import { usePairing } from '~/stores/pairing'
import { useRig } from '~/stores/rig'
import { useStudio } from '~/stores/studio'
import { patched } from '#core/control/channels'
import { sideWords } from '#wording/quantities'
import { changeSettings, removeReading } from '#core/edits/edits'
import { isEqual } from '#core/edits/patch'
import { lookStepKey } from '#core/looks/between'
import { inLook } from '#core/looks/inLook'
import { stepName, whereWords } from '#wording/metering'
import type { MeterStep } from '#core/metering/step'
import type { Reading } from '#core/model/schema'
import type { Ack } from '#services/pairing/laptopEnd'
import { mayWait, type Op, type PhoneView } from '#core/pairing/messages'
import { lookStepCaution, lookStepWords } from '#wording/lookSteps'
import { formatPower } from '#wording/notation/power'

/** How often phones are told at most, milliseconds. */
const TELL_MS = 250

const done: Ack = { how: 'done', message: '' }

/** What phones see of the open set, and what they ask of it. */
export const usePairHost = () => {
  const studio = useStudio()
  const light = useLight()
  const looks = useLooks()
  const rig = useRig()
  const pairing = usePairing()
  const ticks = useChangeTicks()
  const recording = useRecording()
  const { words, example } = useReadingWords()
  const { distance } = useUnits()
  const { steps, inUse, states, readingOf, expectedAt } = useRunSteps(ref<Reading['meter']>('incident'))

  const readWords = (reading: Reading, write: (fNumber: number) => string): string =>
    reading.shown === 'nothing' ? 'nothing' : write(reading.fNumber)
  const stepView = (step: MeterStep): PhoneView['steps'][number] | undefined => {
    const point = recording.pointOf(step)
    if (!point) return undefined
    const isAmbient = step.kind === 'ambient'
    const expected = expectedAt(step)
    const taken = states.value[step.id] === 'taken' ? readingOf(step) : undefined
    const write = (fNumber: number) => words(fNumber, point.constant, step.lightIds)
    return {
      id: step.id,
      title: stepName(step, inUse.value, point),
      where: whereWords(step, point),
      on: inUse.value.flatMap(({ id }, number) => (step.lightIds.includes(id) ? [number] : [])),
      expected: expected && expected.fNumber > 0 ? write(expected.fNumber) : '',
      example: example(step.lightIds),
      mayBeNothing: isAmbient,
      read: taken ? readWords(taken, write) : '',
    }
  }

  /** The look before the one on the screen. */
  const lookBefore = () => {
    const all = studio.stored.looks
    return all[all.findIndex(({ id }) => id === studio.look.id) - 1]
  }
  const change = computed((): PhoneView['change'] => {
    const before = lookBefore()
    if (!before) return null
    const set = inLook(studio.stored, studio.look.id)
    return {
      title: `${before.name} → ${studio.look.name}`,
      lines: looks.stepsBetween(before, studio.look).map(timed => {
        const key = lookStepKey(timed.step)
        return {
          key,
          words: lookStepWords(set, timed.step, distance),
          caution: lookStepCaution(timed) ?? '',
          isDone: ticks.isDone({ setId: set.id, from: before.id, to: studio.look.id, step: key }),
        }
      }),
    }
  })

  const view = computed((): PhoneView => {
    const { verdict } = light
    return {
      setId: studio.document.id,
      setName: studio.document.name,
      lookId: studio.look.id,
      lookName: studio.look.name,
      verdict: verdict
        ? { state: verdict.state, headline: verdict.headline, missStops: verdict.missStops ?? null }
        : null,
      rail: light.readouts.map(({ point, stops, value, missStops }) => ({
        id: point.id,
        name: point.name,
        stops,
        value: value ?? null,
        missStops: missStops ?? null,
      })),
      inUse: inUse.value.map(({ name }) => name),
      steps: steps.value.flatMap(step => stepView(step) ?? []),
      lamps: rig.isMine
        ? patched(studio.document).map(({ light: { id, name, job, lamp } }) => {
            const { on, powerStops } = studio.look.lights[id]!
            const power = on ? formatPower(powerStops, lamp) : 'off'
            return { id, name, job, isOn: on, powerStops, rangeStops: lamp.rangeStops, power }
          })
        : [],
      isBlackout: rig.armed?.isBlackout ?? false,
      change: change.value,
    }
  })

  /** What was kept is on the disk before a phone is told so. */
  const saved = async (): Promise<Ack> =>
    (await studio.saveNow())
      ? done
      : { how: 'later', message: 'The laptop has it, but its browser could not save it yet.' }

  const takeReading = async (op: Extract<Op, { kind: 'reading' }>): Promise<Ack> => {
    const id = `reading-${op.id}`
    if (studio.document.readings.some(reading => reading.id === id)) return saved()
    const step = steps.value.find(one => one.id === op.stepId)
    if (!step) return { how: 'refused', message: 'This step is not in the run any more. Nothing was recorded.' }
    const outcome =
      step.kind === 'ambient' && /^\s*(?:nothing|0+(?:\.0*)?)\s*$/i.test(op.shown)
        ? await recording.enterNothing(step, id)
        : await recording.enter(step, op.shown, 'incident', id)
    if (!outcome.ok) return { how: 'refused', message: outcome.message }
    const ack = await saved()
    // The phone asks about a doubtful reading, as the laptop does.
    const { isDoubtful, offStops, doubt } = outcome.value
    return ack.how === 'done' && isDoubtful
      ? { ...ack, message: `${sideWords(offStops)} what is expected here. ${doubt}` }
      : ack
  }

  const takeBack = (op: Extract<Op, { kind: 'take-back' }>): Promise<Ack> => {
    studio.edit(set => removeReading(set, `reading-${op.readingId}`))
    return saved()
  }

  const turnLamp = (op: Extract<Op, { kind: 'lamp' }>): Ack => {
    const lamp = studio.document.lights.find(({ id }) => id === op.lightId)?.lamp
    if (!lamp || !rig.isMine)
      return { how: 'refused', message: 'The rig is not armed at the laptop. Nothing was sent.' }
    const powerStops = Math.min(0, Math.max(-lamp.rangeStops, op.powerStops))
    const outcome = studio.edit(set =>
      changeSettings(set, studio.look.id, { [op.lightId]: { on: op.isOn, powerStops } }),
    )
    if (!outcome.ok) return { how: 'refused', message: outcome.message }
    if (!rig.isFollowing) void rig.sendLook(0)
    return done
  }

  const tickOff = (op: Extract<Op, { kind: 'tick' }>): Ack => {
    const before = lookBefore()
    if (!before) return { how: 'refused', message: 'There is no look before this one any more.' }
    ticks.set({ setId: op.setId, from: before.id, to: op.lookId, step: op.stepKey }, op.isDone)
    return done
  }

  const perform = async (op: Op): Promise<Ack> => {
    if (op.kind === 'blackout') {
      const outcome = await rig.setBlackout(op.isOn)
      return outcome.ok ? done : { how: 'refused', message: outcome.message }
    }
    await light.ready()
    if (op.setId !== studio.document.id || op.lookId !== studio.look.id)
      return {
        how: mayWait(op) ? 'later' : 'refused',
        message: `The laptop shows "${studio.document.name}, ${studio.look.name}" now.`,
      }
    if (op.kind === 'tick') return tickOff(op)
    if (op.kind === 'take-back') return takeBack(op)
    return op.kind === 'reading' ? takeReading(op) : turnLamp(op)
  }

  let told: PhoneView | undefined
  const tell = () => {
    const now = toRaw(view.value)
    if (told && isEqual(told, now)) return
    told = now
    pairing.show(now)
  }
  watchThrottled(view, tell, { throttle: TELL_MS, trailing: true })
  onMounted(() => {
    tell()
    pairing.open(perform)
  })
}

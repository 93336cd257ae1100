import { useBenchMeter } from '~/shared/useBenchMeter'
import { useReadingWords } from '~/shared/useReadingWords'
import { useLight } from '~/stores/light'
import { usePreferences } from '~/stores/preferences'
import { useStudio } from '~/stores/studio'
import { freshId } from '~/support/freshId'
import { surpriseStops } from '#core/calibration/compare'
import { causesOf } from '#core/calibration/causes'
import { isQuestionable } from '#core/calibration/calibrate'
import { recordReading, type Shown } from '#core/metering/record'
import type { MeterStep } from '#core/metering/step'
import { incidentFromSpot } from '#core/physics/photometry/spot'
import { causeWords } from '#wording/causes'
import { parseReading } from '#wording/notation/reading'
import type { MeterPoint } from '#core/evaluation/probes/points'
import { luminance } from '#core/physics/units/rgb'
import { addReading, changeExposure } from '#core/edits/edits'
import type { Reading } from '#core/model/schema'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { pointedWords } from '#wording/metering'

/** A reading just taken, with what was expected before it taught the plan anything. */
export type Taken = { step: MeterStep; reading: Reading; offStops: number; isDoubtful: boolean; doubt: string }

/** The least that a reading can say. */
const NOTHING = { fNumber: 0.1, shown: 'nothing', meter: 'incident' as const }
const NOT_YET = 'The plan is still being worked out. Try again in a moment; nothing was recorded.'

/** Takes readings into the set, from the hand or from the bench, whatever they are taken for. */
export const useRecording = () => {
  const studio = useStudio()
  const light = useLight()
  const bench = useBenchMeter()
  const preferences = usePreferences()
  const { withUnit } = useReadingWords()

  const nameOf = (lightId: string) => studio.document.lights.find(({ id }) => id === lightId)?.name ?? 'A light'
  const pointOf = (step: MeterStep): MeterPoint | undefined => light.places.find(({ id }) => id === step.pointId)

  /** Keeps a reading; the camera is held from now on, since it is what every reading is held against. */
  const keep = (
    step: MeterStep,
    shown: Pick<Shown, 'fNumber' | 'source' | 'shown' | 'meter'> & Partial<Pick<Shown, 'id'>>,
    ticket = studio.ticket(),
  ): Outcome<Taken> => {
    const point = pointOf(step)
    const { camera, planned, calibration } = light
    if (!ticket.isOpen())
      return err(`This reading was for "${ticket.set.name}", and another set is open now. Nothing was recorded.`)
    if (!camera || !planned || !point) return err(NOT_YET)
    const reading = recordReading(
      studio.document,
      studio.look,
      { step, point },
      { camera, layers: planned, room: light.learned.room },
      {
        id: `reading-${freshId()}`,
        ...shown,
        direction: step.kind === 'ambient' ? `${pointedWords(point)}, all lamps off` : pointedWords(point),
        at: new Date().toISOString(),
      },
    )
    const ofLights = step.lightIds.length > 0
    const offStops = ofLights ? surpriseStops(reading, calibration.learned) : 0
    const isDoubtful = ofLights && isQuestionable(reading, calibration.fit, offStops)
    const doubt = isDoubtful ? causeWords(causesOf(reading, calibration.learned, offStops), nameOf) : ''
    const kept = ticket.commit('This reading', set =>
      addReading(changeExposure(set, reading.lookId, { fNumber: camera.fNumber, followsPointId: null }), reading),
    )
    return kept.ok ? ok({ step, reading, offStops, isDoubtful, doubt }) : kept
  }

  const turned = (fNumber: number, meter: Reading['meter'], point: MeterPoint) =>
    meter === 'spot' && point.reflectance
      ? incidentFromSpot(fNumber, luminance(point.reflectance), point.receptor, studio.document.meter)
      : fNumber

  /** Takes what somebody wrote, under an id of its own or one that is given; refuses what cannot be read. */
  const enter = async (
    step: MeterStep,
    text: string,
    meter: Reading['meter'] = 'incident',
    id?: string,
  ): Promise<Outcome<Taken>> => {
    await light.ready()
    const point = pointOf(step)
    if (!point) return err('This place is not in the set any more.')
    const written = withUnit(text, step.lightIds)
    const read = parseReading(written, {
      ...light.camera!,
      cameraFNumber: light.camera!.fNumber,
      constant: point.constant,
      habit: preferences.values.figureHabit ?? undefined,
    })
    if (!read.ok) return read
    return keep(step, {
      fNumber: turned(read.value, meter, point),
      source: 'hand',
      shown: written.trim().slice(0, 60),
      meter,
      ...(id ? { id } : {}),
    })
  }

  /** Takes the meter's silence in the dark. */
  const enterNothing = async (step: MeterStep, id?: string): Promise<Outcome<Taken>> => {
    await light.ready()
    return keep(step, { ...NOTHING, source: 'hand', ...(id ? { id } : {}) })
  }

  /**
   * Takes what the bench shows. In the dark a meter shows nothing; that is a reading of the room's own light, and no
   * reading of lamps.
   */
  const askBench = async (step: MeterStep, meter: Reading['meter'] = 'incident'): Promise<Outcome<Taken>> => {
    const ticket = studio.ticket()
    const answer = await bench.ask({ pointId: step.pointId, lightIds: step.lightIds, meter })
    if (!answer.ok) return answer
    const point = pointOf(step)
    if (!point || (answer.value === undefined && step.kind !== 'ambient'))
      return err('No light reaches the meter here. Is the lamp on, and does something stand in its way?')
    return keep(
      step,
      answer.value === undefined
        ? { ...NOTHING, source: 'bench' }
        : { fNumber: turned(answer.value, meter, point), source: 'bench', shown: '', meter },
      ticket,
    )
  }

  return { keep, enter, enterNothing, askBench, isAsking: bench.isAsking, pointOf, nameOf }
}

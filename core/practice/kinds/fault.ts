import { BACKDROP_MIDDLE, KEY_SIDE } from '../../model/placeIds'
import { editBackdrop, editLight, holdPoint } from '../../edits/edits'
import { evaluate, type Evaluation } from '../../evaluation/evaluation'
import { meterPoints, pointOfLight, type MeterPoint } from '../../evaluation/probes/points'
import type { CameraSetting, LightSetting, StudioSet } from '../../model/schema'
import { spotFromIncident } from '../../physics/photometry/spot'
import { fNumberFromStops, stopsFromFNumber } from '../../physics/units/fNumber'
import { grey, luminance, scaleRgb } from '../../physics/units/rgb'
import { ratioFromStops, roundToClicks } from '../../physics/units/stops'
import { diceOf, type Dice } from '../../shared/chance'
import { gelNamed } from '../../starting/studioBuilder'
import type { Fault, FaultExercise, ExerciseRef, PossibleReading, Shown } from '../exercise'
import type { Level } from '../skills'
import { judged, madeStudio, withWalls, type Lit } from '../studio'

/** Two suspicions are told apart by readings this far apart, stops: three tenths of the meter. */
const TELLS_STOPS = 0.3
/** And by values of a frame this far apart, which nobody takes for noise. */
const TELLS_VALUES = 8
const METER_STEP = 0.1
/** Below this a meter shows nothing; what comes from nothing is counted from here, stops over f/1. */
const LEAST_STOPS = -4
/** A frame is shot and looked at; at the subject somebody holds a card. Common practice, no source. */
const MINUTES = { incident: 0.3, spot: 0.2, frame: 0.4, switch: 0.2, card: 0.2 }
const CARD = grey(0.18)

const HALLS: Record<Level, { edge: boolean; gel: boolean; lowStops: readonly [number, number]; suspects: number }> = {
  1: { edge: false, gel: false, lowStops: [1, 2], suspects: 4 },
  2: { edge: false, gel: false, lowStops: [0.7, 1.5], suspects: 5 },
  3: { edge: false, gel: true, lowStops: [0.7, 1.3], suspects: 6 },
  4: { edge: true, gel: true, lowStops: [0.6, 1], suspects: 8 },
  5: { edge: true, gel: true, lowStops: [0.5, 0.8], suspects: 10 },
}

const hall = (dice: Dice, level: Level): StudioSet => {
  const { edge, gel } = HALLS[level]
  const side = dice.sign()
  return madeStudio(dice, {
    walls: dice.one(['grey', 'white'] as const),
    isSmall: level >= 3,
    backdrop: 'White paper roll',
    toBackdropM: dice.between(1.8, 2.8),
    build: studio => {
      studio.around(
        'key',
        [dice.one(['octa', 'softbox-medium', 'umbrella'])],
        { roundDeg: 45 * side, distanceM: dice.between(1.2, 1.8), overEyesM: 0.4 },
        { powerStops: -3 },
      )
      studio.crossed(['wide-reflector'], {
        powerStops: roundToClicks(dice.between(-3.5, -2), METER_STEP),
        ...(gel ? { gel: gelNamed(dice.one(['Blue', 'Magenta', 'Cyan', 'Red'])) } : {}),
      })
      if (edge) studio.around('edge', ['strip'], { roundDeg: -140 * side, distanceM: 1.7, overEyesM: 0.3 })
    },
  })
}

/** Everything that can be read in a hall: all lights at each place, each alone where it belongs, none at all. */
const readingsOf = (set: StudioSet): PossibleReading[] => {
  const all = set.lights.map(({ id }) => id)
  const points = meterPoints(set)
  const taken = (pointId: string, lightIds: readonly string[], by: PossibleReading['by'] = 'incident') => ({
    id: `${by} ${pointId} ${lightIds.join()}`,
    pointId,
    lightIds,
    by,
    minutes:
      Math.round(
        (MINUTES[by] +
          (by === 'frame' && pointId === KEY_SIDE ? MINUTES.card : 0) +
          MINUTES.switch * Math.min(1, all.length - lightIds.length)) *
          10,
      ) / 10,
  })
  return [
    ...[KEY_SIDE, 'backdrop/left', BACKDROP_MIDDLE, 'backdrop/right'].map(id => taken(id, all)),
    taken(BACKDROP_MIDDLE, all, 'spot'),
    ...set.lights.map(light => taken(pointOfLight(light, points).id, [light.id])),
    taken(KEY_SIDE, []),
    taken(BACKDROP_MIDDLE, all, 'frame'),
    taken(KEY_SIDE, all, 'frame'),
  ]
}

const LEAVES_SHUT = { lengthM: 0.2, topDeg: 60, bottomDeg: 60, leftDeg: -25, rightDeg: 60 }
const FADED = 0.5

/** The hall as a fault leaves it. What only moves powers or the meter leaves the set as it is. */
const faulty = (set: StudioSet, fault: Fault): StudioSet => {
  switch (fault.kind) {
    case 'paper-greyed':
      return editBackdrop(set, { reflectance: scaleRgb(set.backdrop.reflectance, fault.share) })
    case 'walls-changed':
      return withWalls(set, fault.reflectance)
    case 'gel-faded':
      return editLight(set, fault.lightId, light => ({
        ...light,
        gel: light.gel && {
          ...light.gel,
          transmittance: light.gel.transmittance.map(one => one + (1 - one) * FADED) as [number, number, number],
        },
      }))
    case 'leaf-shut':
      return editLight(set, fault.lightId, light => ({
        ...light,
        modifier: { ...light.modifier, leaves: LEAVES_SHUT },
      }))
    case 'receptor-turned':
      return holdPoint(set, KEY_SIDE, { receptor: 'dome', looks: 'camera' })
    default:
      return set
  }
}

const settingsUnder = (evaluation: Evaluation, faults: readonly Fault[], lightIds: readonly string[]) =>
  Object.fromEntries(
    Object.entries(evaluation.look.lights).map(([id, setting]): [string, LightSetting] => {
      const isLeft = faults.some(fault => fault.kind === 'left-on' && fault.lightId === id)
      const low = faults.reduce(
        (sum, fault) => sum + (fault.kind === 'lamp-low' && fault.lightId === id ? fault.stops : 0),
        0,
      )
      return [id, { on: lightIds.includes(id) || isLeft, powerStops: Math.max(-12, setting.powerStops - low) }]
    }),
  )

const stopsOfKind = (faults: readonly Fault[], kind: 'meter-iso' | 'camera-iso'): number =>
  faults.reduce((sum, fault) => sum + (fault.kind === kind ? fault.stops : 0), 0)

/** The camera as the plan sets it, and as faults leave it. */
const cameraUnder = (camera: CameraSetting, faults: readonly Fault[]): CameraSetting => ({
  ...camera,
  iso: camera.iso * ratioFromStops(stopsOfKind(faults, 'camera-iso')),
})

/** The look of a hall as faults leave it, taken or metered at a setting. */
const lookUnder = (plan: Evaluation, faults: readonly Fault[], lightIds: readonly string[], camera: CameraSetting) => ({
  ...plan.look,
  lights: settingsUnder(plan, faults, lightIds),
  exposure: { ...camera, followsPointId: null },
})

/**
 * What a reading shows in a hall with faults: stops over f/1 in the meter's tenths, the least it shows where there is
 * no light; or the value in a frame.
 */
const shownBy = (truth: Evaluation, plan: Evaluation, faults: readonly Fault[], reading: PossibleReading): number => {
  // The meter is set by the plan, whatever the camera's ISO.
  const camera = reading.by === 'frame' ? cameraUnder(plan.camera, faults) : plan.camera
  const evaluation = evaluate(truth.set, lookUnder(plan, faults, reading.lightIds, camera), truth.lighting)
  // That place alone: there are more than a hundred readings in a table.
  const { point, fNumber, value } = evaluation.read(placeOf(truth.set, reading.pointId))
  if (reading.by === 'frame') return Math.round(value ?? cardValue(evaluation, plan, point.id))
  const read =
    reading.by === 'spot'
      ? spotFromIncident(fNumber, luminance(point.reflectance!), point.receptor, evaluation.set.meter)
      : fNumber
  if (!(read > 0)) return LEAST_STOPS
  return Math.max(LEAST_STOPS, roundToClicks(stopsFromFNumber(read) + stopsOfKind(faults, 'meter-iso'), METER_STEP))
}

const placeOf = (set: StudioSet, pointId: string): MeterPoint => meterPoints(set).find(({ id }) => id === pointId)!

/** Value of a grey card that is held where the plan has a point. */
const cardValue = (evaluation: Evaluation, plan: Evaluation, pointId: string): number =>
  evaluation.read({ ...placeOf(plan.set, pointId), reflectance: CARD }).value!

/** What counts as another figure of a reading. */
const apart = ({ by }: Pick<PossibleReading, 'by'>): number => (by === 'frame' ? TELLS_VALUES : TELLS_STOPS) - 1e-9

/** Everything that is wrong often enough to be suspected. */
const singles = (dice: Dice, set: StudioSet, level: Level): Fault[] => {
  const low = roundToClicks(dice.between(...HALLS[level].lowStops), METER_STEP)
  const backdrop = set.lights.filter(({ job }) => job === 'backdrop')
  const any = backdrop.length > 0 ? backdrop : set.lights
  return [
    ...set.lights.map(({ id }): Fault => ({ kind: 'lamp-low', lightId: id, stops: low })),
    { kind: 'left-on', lightId: dice.one(any).id },
    { kind: 'meter-iso', stops: dice.sign() },
    { kind: 'camera-iso', stops: dice.sign() },
    { kind: 'receptor-turned' },
    { kind: 'paper-greyed', share: 0.6 },
    { kind: 'walls-changed', reflectance: luminance(set.room.reflectances.left) > 0.6 ? 0.05 : 0.8 },
    { kind: 'leaf-shut', lightId: dice.one(any).id },
    ...backdrop.filter(({ gel }) => gel).map(({ id }): Fault => ({ kind: 'gel-faded', lightId: id })),
  ]
}

/** How the meter is held is nothing to the camera. */
const isSeen = ({ kind }: Fault) => kind !== 'receptor-turned'

/** The readings that tell one suspicion from every other in the fewest minutes; undefined where none do. */
export const shortestOf = (
  table: readonly (readonly number[])[],
  right: number,
  readings: readonly Pick<PossibleReading, 'minutes' | 'by'>[],
): { readings: number[]; minutes: number } | undefined => {
  const tells = table.map((row, suspect) =>
    suspect === right
      ? (1 << readings.length) - 1
      : row.reduce(
          (bits, stops, at) => (Math.abs(stops - table[right]![at]!) >= apart(readings[at]!) ? bits | (1 << at) : bits),
          0,
        ),
  )
  let best: { readings: number[]; minutes: number } | undefined
  for (let some = 1; some < 1 << readings.length; some++) {
    if (!tells.every(bits => (bits & some) !== 0)) continue
    const chosen = readings.map((_, at) => at).filter(at => some & (1 << at))
    const minutes = chosen.reduce((sum, at) => sum + readings[at]!.minutes, 0)
    if (!best || minutes < best.minutes - 1e-9) best = { readings: chosen, minutes: Math.round(minutes * 10) / 10 }
  }
  return best
}

/** The hall with its faults as the camera sees it, all lights on. */
const frameOf = (truth: Evaluation, plan: Evaluation, faults: readonly Fault[]): Shown => {
  const camera = cameraUnder(plan.camera, faults)
  const all = truth.set.lights.map(({ id }) => id)
  return {
    set: { ...truth.set, looks: [lookUnder(plan, faults, all, camera)] },
    camera,
    isPicture: true,
    isPlan: false,
  }
}

/** A fault hidden in a set; undefined where readings would not tell it from what else is suspected. */
export const faultIn = async (
  ref: ExerciseRef & { skill: 'fault/one' | 'fault/two' },
  set: StudioSet,
  dice: Dice,
  lit: Lit,
): Promise<FaultExercise | undefined> => {
  const plan = await judged(lit, set)
  const readings = readingsOf(set)
  const faults = dice.shuffled(singles(dice, set, ref.level))
  const lows = faults.filter(({ kind }) => kind === 'lamp-low')
  const others = faults.filter(({ kind }) => kind !== 'lamp-low')
  const all =
    ref.skill === 'fault/two'
      ? others.map((fault, at): Fault[] => [lows[at % lows.length]!, fault])
      : faults.map(fault => [fault])
  const suspects = all.slice(0, HALLS[ref.level].suspects)
  const planned = readings.map(reading => shownBy(plan, plan, [], reading))
  const truthOf = async (suspect: readonly Fault[]): Promise<Evaluation> => {
    const moved = suspect.reduce(faulty, set)
    return moved === set ? plan : judged(lit, moved)
  }
  const table: number[][] = []
  /** Each hall as the camera sees it. */
  const seen: Evaluation[] = []
  for (const suspect of suspects) {
    const metered = await truthOf(suspect)
    const shown = suspect.every(isSeen) ? metered : await truthOf(suspect.filter(isSeen))
    seen.push(shown)
    table.push(readings.map(reading => shownBy(reading.by === 'frame' ? shown : metered, plan, suspect, reading)))
  }
  const right = dice.whole(0, suspects.length - 1)
  const shortest = shortestOf(table, right, readings)
  const isOff = readings.some((reading, at) => Math.abs(table[right]![at]! - planned[at]!) >= apart(reading))
  if (!shortest || !isOff) return undefined
  return {
    ...ref,
    answer: 'fault',
    set,
    lookId: set.looks[0]!.id,
    readings,
    suspects,
    planned,
    table,
    frame: frameOf(seen[right]!, plan, suspects[right]!),
    right,
    shortest: shortest.readings,
    leastMinutes: shortest.minutes,
  }
}

/** Halls are made until one has a fault that can be told; so many at most. */
const HALLS_TRIED = 40

/** Find the fault: readings cost minutes, and one suspicion is right. */
export const makeFault = async (
  ref: ExerciseRef & { skill: 'fault/one' | 'fault/two' },
  lit: Lit,
): Promise<FaultExercise> => {
  for (let turn = 0; turn < HALLS_TRIED; turn++) {
    const dice = diceOf(ref.seed, `${ref.skill} ${ref.level} ${turn}`)
    const made = await faultIn(ref, hall(dice, ref.level), dice, lit)
    if (made) return made
  }
  throw new RangeError(`No fault could be made that readings tell (${ref.skill}, level ${ref.level}, ${ref.seed}).`)
}

/** A figure as a reading shows it: an f-number, null where the meter shows nothing; or the value in a frame. */
export const figureOf = ({ by }: Pick<PossibleReading, 'by'>, shown: number): number | null => {
  if (by === 'frame') return shown
  return shown <= LEAST_STOPS + 0.05 ? null : fNumberFromStops(shown)
}

/** Whether some readings tell what is wrong from everything else that is suspected. */
export const toldBy = (
  { table, right, readings }: Pick<FaultExercise, 'table' | 'right' | 'readings'>,
  asked: readonly number[],
): boolean =>
  table.every(
    (row, suspect) =>
      suspect === right || asked.some(at => Math.abs(row[at]! - table[right]![at]!) >= apart(readings[at]!)),
  )

/** Minutes of some readings. */
export const minutesAsked = ({ readings }: Pick<FaultExercise, 'readings'>, asked: readonly number[]): number =>
  Math.round(asked.reduce((sum, at) => sum + readings[at]!.minutes, 0) * 10) / 10

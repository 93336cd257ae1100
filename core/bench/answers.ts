import { cameraView, exposeFrame, lightViewOf } from '../render/takeFrame'
import { lightingSolver } from '../evaluation/lightingSolver'
import type { CameraSetting, Look, StudioSet } from '../model/schema'
import { onlyOn } from '../model/settings'
import { spotFromIncident } from '../physics/photometry/spot'
import { evaluate } from '../evaluation/evaluation'
import { probesOf } from '../evaluation/probes/probes'
import { fNumberFromStops, stopsFromFNumber } from '../physics/units/fNumber'
import { atOnce } from '../shared/steps'
import { luminance } from '../physics/units/rgb'
import { roundToClicks } from '../physics/units/stops'
import { patched } from '../control/channels'
import { normalDraw } from '../shared/chance'
import { exposed, type Exposed } from './exposed'
import type { PictureRequest, ReadingRequest } from './requests'
import { slipped } from './slips'
import { rigColours, rigSettings } from './trueRig'
import { recorded, trueResponse } from './trueCamera'
import { trueOutputs, truePowers, trueStudio } from './trueStudio'

/** Spread of a hand-held reading, and the step that the simulated meter shows. */
const METER_NOISE_STOPS = 0.05
const METER_STEP_STOPS = 0.1
/** The simulated meter shows nothing below this. */
const LEAST_F_NUMBER = 0.1

/** Keeps the geometry of the studio that was asked for last, nothing else, and only in memory. */
const solve = lightingSolver(undefined, set => probesOf(set, 'read'))

const solveTruth = async (set: StudioSet) => {
  const solved = await solve(set)
  if (!solved) throw new Error('The bench was stopped in the middle of its work.')
  return solved
}

type Asked = Pick<ReadingRequest, 'set' | 'lookId' | 'rig' | 'seed' | 'roughness' | 'take'>

/** A look as its lamps really burn: as it says, or as the rig was told. */
const burning = ({ set, lookId, rig, seed, roughness, take }: Asked): Look => {
  const look = set.looks.find(({ id }) => id === lookId)!
  const lights = rig
    ? rigSettings(set, look.lights, rig.received, { seed, roughness, take, faults: rig.faults })
    : look.lights
  return truePowers({ ...look, lights }, { seed, roughness })
}

/** The studio as it really is, its lamps in the colours that the rig was told. */
const truthOf = ({ set, rig, seed, roughness }: Pick<Asked, 'set' | 'rig' | 'seed' | 'roughness'>): StudioSet =>
  trueStudio(rig ? rigColours(set, rig.received, { seed, faults: rig.faults }) : set, { seed, roughness })

/** Lights that burn where only some are meant to: a rig's lamps do as they were told, whoever is meant. */
const burningIds = (set: StudioSet, look: Look, meantIds: readonly string[], rig: Asked['rig']): string[] => {
  const told = rig ? patched(set).map(({ light }) => light.id) : []
  return set.lights.map(({ id }) => id).filter(id => (told.includes(id) ? look.lights[id]!.on : meantIds.includes(id)))
}

/** What is really there at each point asked for, before any meter: f-numbers of an ideal incident meter. */
export const benchTruth = async ({
  set,
  lookId,
  pointIds,
  lightIds,
  camera,
  seed,
  roughness,
  rig,
  take = 0,
}: Omit<ReadingRequest, 'pointId' | 'take' | 'faults' | 'sinceS' | 'meter'> &
  Partial<Pick<ReadingRequest, 'take'>> & { pointIds: readonly string[] }): Promise<number[]> => {
  const studio = { seed, roughness }
  const truth = truthOf({ set, rig, ...studio })
  const look = burning({ set, lookId, rig, seed, roughness, take })
  const { layers } = await solveTruth(truth)
  const { at } = evaluate(
    truth,
    { ...look, lights: onlyOn(look, burningIds(set, look, lightIds, rig)) },
    { layers, learned: trueOutputs(set, studio) },
    camera,
  )
  return pointIds.map(id => at(id).fNumber)
}

/** What the simulated meter shows, or undefined where no light reaches it. */
export const benchReading = async ({
  set,
  lookId,
  pointId,
  lightIds,
  camera,
  seed,
  roughness,
  take,
  faults,
  sinceS,
  meter,
  rig,
}: ReadingRequest): Promise<number | undefined> => {
  const studio = { seed, roughness }
  const truth = truthOf({ set, rig, ...studio })
  const look = burning({ set, lookId, rig, seed, roughness, take })
  const { layers } = await solveTruth(truth)
  const inUse = Object.keys(look.lights).filter(id => look.lights[id]!.on)
  const { settings, isoStops } = slipped(set, onlyOn(look, burningIds(set, look, lightIds, rig)), inUse, {
    faults,
    seed,
    take,
    sinceS,
  })
  const { point, fNumber: incident } = evaluate(
    truth,
    { ...look, lights: settings },
    { layers, learned: trueOutputs(set, studio) },
    camera,
  ).at(pointId)
  const fNumber =
    (meter === 'spot'
      ? spotFromIncident(incident, point.reflectance ? luminance(point.reflectance) : 0.18, point.receptor, truth.meter)
      : incident) *
    2 ** (isoStops / 2)
  if (!(fNumber > LEAST_F_NUMBER)) return undefined
  const stops = stopsFromFNumber(fNumber) + METER_NOISE_STOPS * normalDraw(seed, `meter ${take}`)
  return fNumberFromStops(roundToClicks(stops, METER_STEP_STOPS))
}

/** A picture of the true studio as the look lights it, with the noise of a sensor. */
export const benchExposure = async ({
  set,
  lookId,
  camera,
  seed,
  roughness,
  take,
  width,
  ownCurve,
  format,
  rig,
}: PictureRequest): Promise<Exposed> => {
  const studio = { seed, roughness }
  const truth = truthOf({ set, rig, ...studio })
  const look = burning({ set, lookId, rig, seed, roughness, take })
  const solved = await solveTruth(truth)
  const lit = atOnce(lightViewOf(truth, solved, cameraView(truth, solved, width)))
  const { view } = lit
  const linear = exposeFrame(truth, lit, look.lights, camera satisfies CameraSetting, trueOutputs(set, studio))
  for (let index = 0; index < linear.length; index++) {
    linear[index] = recorded(linear[index]!, seed, `sensor ${take} ${index}`)
  }
  return exposed({ linear, width: view.width, height: view.height }, trueResponse(set, seed, ownCurve), camera, {
    format,
    name: `bench ${String(take + 1).padStart(4, '0')}`,
  })
}

import { NO_RIG } from '../model/rigSchema'
import { backdropLightsAdded } from '../changes/newLights'
import { addLight, aimAtHead, newLight } from '../edits/factories'
import { modifierOfKind } from '../physics/sources/modifiers'
import { axisIntensity } from '../physics/sources/output'
import { exposureFromReading, METER_CONSTANT } from '../physics/photometry/meter'
import { frontReach } from '../physics/sources/frontShape'
import { direction, turn, type Vector } from '../physics/units/vector'
import { headHeightM } from '../model/headHeight'
import { NO_OVERRIDES } from '../model/overridesSchema'
import { PLAIN_RUN } from '../model/readingSchema'
import type { CameraSetting, Look, StudioSet } from '../model/schema'
import type { Character } from './character'
import type { MatchSource } from './question'
import { UNLIT_STOPS, F_NUMBER } from './thresholds'

/** What is known of a picture that somebody else took: measured, estimated from it, or asked for. */
export type PictureKnown = {
  /** Of its backdrop: stops under white (null: no matter), and by how much it grows lighter to the right and top. */
  toneStops: number | null
  acrossStops: number
  uprightStops: number
  /** Where the key comes from: degrees round to the camera's right, and up. */
  roundDeg: number
  upDeg: number
  /** How large it looks from the face, degrees. */
  softnessDeg: number
  ratioStops: number
}

/** From the subject toward the camera, as the camera sees it. */
const TOWARD: Vector = [0, 1, 0]

/**
 * A set whose light would make such a picture, in the room and with the sitter and camera of another: a key where it
 * is said to be and as large as it looks, and two lights on the backdrop where it has light; and its character.
 * @param set the set as its look shows it
 */
export const sourceFromPicture = (
  set: StudioSet,
  known: PictureKnown,
): { source: MatchSource; character: Character } => {
  const { toneStops, acrossStops, uprightStops, roundDeg, upDeg, softnessDeg, ratioStops } = known
  const bare: StudioSet = {
    ...set,
    lights: [],
    panels: [],
    looks: [{ ...set.looks[0]!, lights: {}, overrides: NO_OVERRIDES, run: PLAIN_RUN, grid: null }],
    readings: [],
    frames: [],
    locked: [],
    groups: [],
    frozen: null,
    rig: NO_RIG,
  }
  const subject = bare.subjects[0]!
  const way = turn(TOWARD, -roundDeg, upDeg)
  // Round from the camera, wherever it stands.
  const [cx, cy] = direction([bare.camera.place.xM - subject.place.xM, bare.camera.place.yM - subject.place.yM, 0])
  const modifier = modifierOfKind('octa')
  const awayM = frontReach(modifier.front).across / Math.tan((softnessDeg * Math.PI) / 360)
  const place = {
    xM: subject.place.xM + awayM * (way[0] * cy + way[1] * cx),
    yM: subject.place.yM + awayM * (way[1] * cy - way[0] * cx),
    zM: headHeightM(subject) + awayM * way[2],
  }
  const key = newLight(bare, { job: 'key', modifier, place, aim: aimAtHead(subject) })
  const wanted = exposureFromReading(F_NUMBER, 100, METER_CONSTANT.flat) * awayM ** 2
  const fullStops = Math.log2(axisIntensity(key.lamp.output) / wanted) - modifier.lossStops
  const lit = addLight(bare, key, { on: true, powerStops: -fullStops })
  const whole = toneStops !== null && toneStops > UNLIT_STOPS ? backdropLightsAdded(lit) : lit
  const camera: CameraSetting = { fNumber: F_NUMBER, shutterS: 1 / 125, iso: 100 }
  const look: Look = { ...whole.looks[0]!, exposure: { ...camera, followsPointId: null } }
  const size = { softnessDeg, shadowEdgeDeg: softnessDeg }
  return {
    source: { set: { ...whole, looks: [look] }, look, camera },
    character: {
      toneStops,
      gradient: toneStops === null ? null : { acrossStops, uprightStops, hollowStops: null },
      key: { way, ...size },
      keyStops: 0,
      ratioStops,
      edge: null,
      spillStops: null,
      floorStops: null,
      colour: null,
    },
  }
}

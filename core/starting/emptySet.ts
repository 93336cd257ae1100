import { NO_DAY } from '../model/daySchema'
import { NO_RIG } from '../model/rigSchema'
import { NO_OVERRIDES } from '../model/overridesSchema'
import { PLAIN_METER } from '../model/meterSchema'
import { askLook } from '../brief/looks'
import { frameUp } from '../brief/framing'
import { GENERIC_CAMERA, GENERIC_SITTER } from '../edits/factories'
import { backdropNamed } from '../kit/backdropPresets'
import { NO_BRIEF } from '../model/briefSchema'
import { grey } from '../physics/units/rgb'
import { PLAIN_RUN } from '../model/readingSchema'
import type { StudioSet } from '../model/schema'

/**
 * A room with a white roll, a mark and a camera, and no lights: where a set is built from. Sizes are of a usual small
 * studio.
 */
export const emptySet = (id: string, name: string): StudioSet => {
  const bare: StudioSet = {
    id,
    name,
    notes: '',
    brief: NO_BRIEF,
    room: {
      widthM: 5,
      depthM: 7.5,
      heightM: 3,
      behindBackdropM: 0.3,
      reflectances: {
        back: grey(0.45),
        front: grey(0.45),
        left: grey(0.45),
        right: grey(0.45),
        floor: grey(0.3),
        ceiling: grey(0.7),
      },
      ambient: null,
      floorGloss: null,
    },
    backdrop: { ...backdropNamed('White paper roll'), centreXM: 0 },
    subjects: [{ ...GENERIC_SITTER, place: { xM: 0, yM: 3 }, clothing: grey(0.25) }],
    camera: { ...GENERIC_CAMERA, place: { xM: 0, yM: 6.5, zM: 1.4 }, lens: { focalLengthMm: 85 } },
    panels: [],
    props: [],
    points: [],
    lights: [],
    locked: [],
    groups: [],
    looks: [
      {
        id: 'first',
        name: 'First look',
        lights: {},
        exposure: { fNumber: 8, shutterS: 1 / 125, iso: 100, followsPointId: null },
        targets: {},
        areas: [],
        run: PLAIN_RUN,
        grid: null,
        overrides: NO_OVERRIDES,
      },
    ],
    day: NO_DAY,
    rig: NO_RIG,
    meter: PLAIN_METER,
    holds: {},
    readings: [],
    frames: [],
    frozen: null,
  }
  return askLook(frameUp(bare), 'first', 'white')
}

import { backdropLightsAdded, edgeAdded } from '../changes/newLights'
import type { Kit } from '../kit/kitSchema'
import { modifierOfKind } from '../physics/sources/modifiers'
import { grey } from '../physics/units/rgb'
import { insideRoom } from '../model/bounds'
import { panelStart, type PanelUse } from './panelStart'
import { headHeightM } from '../model/headHeight'
import {
  addLight,
  addPanel,
  addPoint,
  addProp,
  addSubject,
  aimAtHead,
  aimAtPlace,
  freeId,
  newLight,
} from '../edits/factories'
import type { Lamp, Light, StudioSet } from '../model/schema'

type Added = { set: StudioSet; ids: string[]; use?: PanelUse }

/** The first lamp of the kit that the set has not used up. */
const freeLamp = (set: StudioSet, kit: Kit): Lamp | undefined => {
  const item =
    kit.lamps.find(({ id, count }) => set.lights.filter(light => light.lamp.kitId === id).length < count) ??
    kit.lamps[0]
  return item && { ...item.what, kitId: item.id }
}

/**
 * Degrees round the subject from the camera's side, distance, height over the eyes, and what is fitted: where each job
 * usually stands. Common practice, no source.
 */
const USUAL: Record<
  Exclude<Light['job'], 'backdrop'>,
  { roundDeg: number; reachM: number; overEyesM: number; modifier: string }
> = {
  key: { roundDeg: -40, reachM: 1.6, overEyesM: 0.5, modifier: 'softbox-large' },
  fill: { roundDeg: 30, reachM: 2.4, overEyesM: 0.2, modifier: 'umbrella' },
  edge: { roundDeg: 145, reachM: 1.5, overEyesM: 0.35, modifier: 'strip-grid' },
  hair: { roundDeg: 180, reachM: 1.3, overEyesM: 1, modifier: 'reflector-grid-20' },
  top: { roundDeg: 0, reachM: 1.2, overEyesM: 1.1, modifier: 'softbox-medium' },
}

const onSubject = (set: StudioSet, kit: Kit, job: keyof typeof USUAL): Added => {
  const subject = set.subjects[0]!
  const { roundDeg, reachM, overEyesM, modifier } = USUAL[job]
  const round = (roundDeg * Math.PI) / 180
  const level = Math.sqrt(Math.max(0.04, reachM * reachM - overEyesM * overEyesM))
  const place = insideRoom(
    {
      xM: subject.place.xM + level * Math.sin(round),
      yM: Math.max(0.3, subject.place.yM + level * Math.cos(round)),
      zM: headHeightM(subject) + overEyesM,
    },
    set.room,
    0.15,
  )
  const light = newLight(set, {
    job,
    lamp: freeLamp(set, kit),
    modifier: modifierOfKind(modifier),
    place,
    aim: aimAtHead(subject),
  })
  return { set: addLight(set, light), ids: [light.id] }
}

const onBackdrop = (set: StudioSet, kit: Kit): Added => {
  const { centreXM, widthM, heightM } = set.backdrop
  const others = set.lights.filter(light => light.job === 'backdrop').length
  const side = others % 2 === 0 ? -1 : 1
  const aside = Math.min(widthM / 2 + 0.9, set.room.widthM / 2 - 0.2)
  const place = insideRoom(
    { xM: centreXM + side * aside, yM: Math.max(0.5, Math.min(2, set.subjects[0]!.place.yM - 0.9)), zM: 1.9 },
    set.room,
    0.15,
  )
  const light = newLight(set, {
    job: 'backdrop',
    lamp: freeLamp(set, kit),
    modifier: modifierOfKind('wide-reflector'),
    place,
    aim: aimAtPlace({ xM: centreXM - side * 0.33 * widthM, yM: 0, zM: Math.min(1.5, heightM * 0.55) }),
  })
  return { set: addLight(set, light), ids: [light.id] }
}

const newIds = (before: StudioSet, after: StudioSet): string[] =>
  after.lights.map(({ id }) => id).filter(id => !before.lights.some(light => light.id === id))

/**
 * Puts something new on the stage where it is of use at once; undefined where the kit has no such thing.
 * @param chosenId the light that is chosen: what shapes light stands before that one
 */
export const standingStart = (
  set: StudioSet,
  choice: string,
  kit: Kit,
  chosenId: string | null = null,
): Added | undefined => {
  const { xM, yM } = set.subjects[0]!.place
  const beside = { xM: Math.min(set.room.widthM / 2 - 0.4, xM + 0.9), yM, zM: 0 }
  switch (choice) {
    case 'backdrop':
      return onBackdrop(set, kit)
    case 'backdrop-pair': {
      const lit = backdropLightsAdded(set)
      return { set: lit, ids: newIds(set, lit) }
    }
    case 'edge': {
      const lit = edgeAdded(set)
      return { set: lit, ids: newIds(set, lit) }
    }
    case 'key':
    case 'fill':
    case 'hair':
    case 'top':
      return onSubject(set, kit, choice)
    case 'subject': {
      const id = freeId(set, 'sitter')
      return {
        set: addSubject(set, {
          ...set.subjects[0]!,
          id,
          name: `Subject ${set.subjects.length + 1}`,
          place: { xM: Math.min(set.room.widthM / 2 - 0.35, xM + 0.65 * set.subjects.length), yM },
        }),
        ids: [id],
      }
    }
    case 'box':
    case 'cylinder': {
      const id = freeId(set, choice)
      const form =
        choice === 'box'
          ? { shape: 'box' as const, widthM: 0.4, depthM: 0.4, heightM: 0.5 }
          : { shape: 'cylinder' as const, radiusM: 0.2, heightM: 0.5 }
      return {
        set: addProp(set, {
          id,
          name: choice === 'box' ? 'Box' : 'Cylinder',
          place: beside,
          turnDeg: 0,
          form,
          surface: { reflectance: grey(0.3), gloss: null },
        }),
        ids: [id],
      }
    }
    case 'point': {
      const id = freeId(set, 'own/point')
      return {
        set: addPoint(set, {
          id,
          name: `Point ${set.points.length + 1}`,
          place: { xM, yM: Math.max(0.2, yM - 0.5), zM: 1.2 },
          turnDeg: 0,
          tiltDeg: 0,
          receptor: 'flat',
        }),
        ids: [id],
      }
    }
    default: {
      const item = kit.panels.find(({ id }) => `panel:${id}` === choice)
      if (!item) return undefined
      const start = panelStart(set, item, chosenId)
      if (start) return { set: addPanel(set, start.panel), ids: [start.panel.id], use: start.use }
      const id = freeId(set, item.what.kind)
      return {
        set: addPanel(set, {
          ...item.what,
          id,
          kitId: item.id,
          place: beside,
          turnDeg: 90,
          tiltDeg: 0,
          heightM: Math.min(item.what.heightM, set.room.heightM - 0.05),
        }),
        ids: [id],
      }
    }
  }
}

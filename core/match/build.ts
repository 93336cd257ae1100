import { addLight, aimAtHead, newLight } from '../edits/factories'
import { isEqual } from '../edits/patch'
import { goesOn } from '../kit/goesOn'
import type { Kit, KitItem } from '../kit/kitSchema'
import { insideRoom } from '../model/bounds'
import { headHeightM } from '../model/headHeight'
import type { Backdrop, CameraSetting, Lamp, Light, LightSetting, Look, StudioSet } from '../model/schema'
import { frontArea } from '../physics/sources/frontShape'
import { apertureScale } from '../physics/units/fNumber'
import { roundToClicks } from '../physics/units/stops'
import { grey } from '../physics/units/rgb'
import { applyChange } from '../changes/apply'
import type { Standing } from '../changes/change'
import { fitOnBackdrop, fitOnSubject, lampsOf, outputOf, type Fit, type FitLimit } from './fits'
import type { MatchSource } from './question'
import { aimInto, stageInto } from './stageInto'
import { MOST_ISO, FILL_ROUND_DEG, FILL_REACH_M, FILL_AREA_M2 } from './thresholds'

/** What lights the dark side, or keeps light off it, beside the lights that were there. */
export type Help = 'none' | 'fill-light' | Standing

/** One way to go about a match, before anything is worked out. */
export type Design = {
  backdrop: Backdrop
  /** What stays where the room is too short. */
  keep: 'backdrop' | 'camera'
  /** Which of the modifiers that are most like the key's. */
  keyRank: number
  /** The same of the lights on the backdrop. */
  beamRank: number
  help: Help
}

/** What a design could not have, to say why a match is not nearer. */
type Lack = {
  /** Lights that there was no lamp for, by job. */
  withoutLamp: readonly Light['job'][]
  lamps: number
  lampsWanted: number
  /** What of the room is in the way of a light. */
  against: readonly { job: Light['job']; limit: FitLimit }[]
  /** Lights that find no place at all. */
  placeless: readonly Light['job'][]
  gels: readonly string[]
  panels: readonly string[]
  shortM: number
}

/** A design as a set, powers a first guess. */
export type Built = {
  set: StudioSet
  look: Look
  camera: CameraSetting
  lack: Lack
  keyFit: Fit | undefined
  isOtherBackdrop: boolean
}

/** The order in which lamps are given out where there are too few. */
const IMPORTANCE: readonly Light['job'][] = ['key', 'backdrop', 'edge', 'hair', 'fill', 'top']

/** A camera opened by so many stops, in whole thirds: the aperture as far as it goes, then the film speed. */
export const openedBy = (set: StudioSet, camera: CameraSetting, byStops: number): CameraSetting => {
  const { widest, smallest, clickStops } = set.camera.apertures
  const wanted = camera.fNumber * 2 ** (-byStops / 2)
  const scale = apertureScale(widest, smallest, clickStops)
  const fNumber = scale.findLast(one => one <= wanted * 1.001) ?? scale[0]!
  const left = byStops - 2 * Math.log2(camera.fNumber / fNumber)
  const iso = left > 0.01 ? Math.min(Math.max(camera.iso, MOST_ISO), camera.iso * 2 ** left) : camera.iso
  return { ...camera, fNumber, iso }
}

/** Whether a camera can be opened no further. */
export const isWideOpen = (set: StudioSet, camera: CameraSetting): boolean =>
  camera.fNumber <= set.camera.apertures.widest * 1.001 && camera.iso >= MOST_ISO * 0.999

type Picked = { light: Light; fit: Fit }

/** Modifiers that are left, each as often as the kit has it. */
const modifiersLeft = (kit: Kit) => {
  const left = new Map(kit.modifiers.map(({ id, count }) => [id, count]))
  return {
    for: (lampKind: Lamp['kind'], count = 1): KitItem<'modifiers'>[] =>
      kit.modifiers.filter(item => (left.get(item.id) ?? 0) >= count && goesOn({ kind: lampKind }, item.what)),
    take: (id: string) => left.set(id, (left.get(id) ?? 0) - 1),
  }
}

const best = (fits: readonly (Fit | undefined)[], rank = 0): Fit | undefined => {
  const found = fits.filter(fit => fit !== undefined).toSorted((a, b) => a.unlike - b.unlike)
  return found[Math.min(rank, found.length - 1)]
}

/** A modifier and a place for each light that a lamp is there for; those of the backdrop alike, as they were. */
const fitted = (
  source: MatchSource,
  lights: readonly Light[],
  staged: StudioSet,
  { kit, kind, keyRank, beamRank }: { kit: Kit; kind: Lamp['kind'] } & Pick<Design, 'keyRank' | 'beamRank'>,
): { picks: Picked[]; placeless: Light['job'][] } => {
  const left = modifiersLeft(kit)
  const picks: Picked[] = []
  const placeless: Light['job'][] = []
  const alike = new Map<string, string>()
  const rankOf = ({ job }: Light) => {
    if (job === 'key') return keyRank
    return job === 'backdrop' ? beamRank : 0
  }
  for (const light of lights) {
    const was = { light, set: source.set }
    // What is in both kits is fitted as it was: its leaves, its scrim, its focus.
    const asFitted = (item: KitItem<'modifiers'>) =>
      item.what.kind === light.modifier.kind && isEqual(item.what.front, light.modifier.front)
        ? { ...item, what: light.modifier }
        : item
    const fitOf = (one: KitItem<'modifiers'>) => {
      const item = asFitted(one)
      return light.job === 'backdrop'
        ? fitOnBackdrop(was, staged, item)
        : fitOnSubject(was, { set: staged, aim: aimInto(light, source.set, staged) }, item)
    }
    const twins = lights.filter(({ modifier, job }) => job === light.job && modifier.name === light.modifier.name)
    const known = alike.get(`${light.job} ${light.modifier.name}`)
    const choices = left.for(kind, known ? 1 : twins.length)
    const items = choices.length > 0 ? choices : left.for(kind)
    const same = items.filter(({ id }) => id === known)
    const fit = best((same.length > 0 ? same : items).map(fitOf), rankOf(light))
    if (!fit) {
      placeless.push(light.job)
      continue
    }
    alike.set(`${light.job} ${light.modifier.name}`, fit.modifierId)
    left.take(fit.modifierId)
    picks.push({ light, fit })
  }
  return { picks, placeless }
}

const gelOf = (light: Light, kit: Kit): { gel: Light['gel']; isMissing: boolean } => {
  const { gel } = light
  if (!gel) return { gel: null, isMissing: false }
  const found = kit.gels.find(({ what }) => what.name === gel.name || isEqual(what.transmittance, gel.transmittance))
  return { gel: found?.what ?? null, isMissing: !found }
}

/** A lamp more, with a soft front of middling size, beside the camera on the side that the key leaves dark. */
const fillAdded = (set: StudioSet, lamp: Lamp, kit: Kit): StudioSet => {
  const subject = set.subjects[0]!
  const key = set.lights.find(({ job }) => job === 'key')
  const side = (key?.place.xM ?? -1) <= subject.place.xM ? 1 : -1
  const soft = kit.modifiers
    .filter(({ what }) => goesOn(lamp, what) && !what.cutoff && what.front.shape !== 'ball')
    .toSorted(
      (a, b) => Math.abs(frontArea(a.what.front) - FILL_AREA_M2) - Math.abs(frontArea(b.what.front) - FILL_AREA_M2),
    )[0]
  if (!soft) return set
  const round = (FILL_ROUND_DEG * Math.PI) / 180
  const place = insideRoom(
    {
      xM: subject.place.xM + side * FILL_REACH_M * Math.sin(round),
      yM: subject.place.yM + FILL_REACH_M * Math.cos(round),
      zM: headHeightM(subject) + 0.25,
    },
    set.room,
    0.15,
  )
  return addLight(set, newLight(set, { job: 'fill', lamp, modifier: soft.what, place, aim: aimAtHead(subject) }), {
    on: true,
    powerStops: -Math.min(3, lamp.rangeStops),
  })
}

const powerFor = (lamp: Lamp, stops: number): LightSetting => ({
  on: true,
  powerStops: Math.max(-lamp.rangeStops, Math.min(0, roundToClicks(stops, lamp.clickStops))),
})

/** A way to go about a match as a set with one look of the source's light, its powers guessed by inverse square. */
export const buildMatch = (source: MatchSource, room: StudioSet, kit: Kit, design: Design): Built => {
  const { set: was, look } = source
  const staged = stageInto(was, room, { kit, ...design })
  const on = was.lights
    .filter(({ id }) => look.lights[id]!.on)
    .toSorted((a, b) => IMPORTANCE.indexOf(a.job) - IMPORTANCE.indexOf(b.job))
  const flashes = on.filter(({ lamp }) => lamp.kind === 'flash').length
  const wanted = on.length + (design.help === 'fill-light' ? 1 : 0)
  const lamps = lampsOf(kit, wanted, 2 * flashes >= on.length ? 'flash' : 'continuous')
  const kind = lamps[0]?.lamp.kind ?? 'flash'
  const { picks, placeless } = fitted(source, on.slice(0, lamps.length), staged.set, { kit, kind, ...design })
  // The strongest lamp where most is needed.
  const needOf = ({ light, fit }: Picked) =>
    Math.log2(outputOf(light, look.lights[light.id]!.powerStops, source.camera.shutterS)) + fit.needsStops
  const ordered = picks.toSorted((a, b) => needOf(b) - needOf(a))
  const { shutterS } = source.camera
  const fullOf = (lamp: Lamp) => Math.log2(outputOf({ lamp }, 0, shutterS))
  const short = ordered.map((pick, index) => needOf(pick) - fullOf(lamps[index]!.lamp))
  const camera = openedBy(staged.set, source.camera, Math.ceil(3 * Math.max(0, ...short)) / 3)
  const opened = short.length === 0 ? 0 : Math.max(0, ...short)
  const gels: string[] = []
  let set: StudioSet = { ...staged.set, looks: [{ ...look, lights: {} }] }
  for (const [index, { light, fit }] of ordered.entries()) {
    const { lamp } = lamps[index]!
    const { gel, isMissing } = gelOf(light, kit)
    if (isMissing) gels.push(light.gel!.name)
    const { id, name, job, rollDeg } = light
    const made: Light = {
      id,
      name,
      job,
      lamp,
      modifier: fit.modifier,
      colour: grey(1),
      gel,
      place: fit.place,
      aim: aimInto(light, was, staged.set),
      rollDeg,
    }
    set = addLight(set, made, powerFor(lamp, short[index]! - opened))
  }
  const spare = lamps[picks.length]?.lamp
  if (design.help === 'fill-light') set = spare ? fillAdded(set, spare, kit) : set
  else if (design.help !== 'none') set = applyChange(set, { kind: 'stand', what: design.help })
  return {
    set,
    look: set.looks[0]!,
    camera,
    isOtherBackdrop: design.backdrop !== room.backdrop,
    keyFit: picks.find(({ light }) => light.job === 'key')?.fit,
    lack: {
      withoutLamp: on.slice(lamps.length).map(({ job }) => job),
      lamps: lamps.length,
      lampsWanted: on.length,
      against: picks.flatMap(({ light, fit }) => (fit.against ? [{ job: light.job, limit: fit.against }] : [])),
      placeless,
      gels,
      panels: staged.panelsMissing,
      shortM: staged.shortM,
    },
  }
}

import { panelOfKind } from '../edits/panels'
import { insideRoom, roomBounds } from '../model/bounds'
import { addLight, addPanel, addProp, aimAtHead, aimAtPlace, freeId, newLight } from '../edits/factories'
import { validationErrors } from '../validation/validation'
import { headHeightM } from '../model/headHeight'
import { BACKDROP_MIDDLE, HAIR, isBackdropPlace, KEY_SIDE, SHADOW_SIDE } from '../model/placeIds'
import { GELS, type Gel } from '../physics/sources/gels'
import { frontReach } from '../physics/sources/frontShape'
import type { AreaTarget, Light, Look, Panel, Place, Prop, StudioSet, Target } from '../model/schema'
import type { Picker } from '../kit/pick'
import { STAND_MARGIN_M } from './thresholds'

type LightOptions = {
  gel?: Gel
  turn?: Partial<Pick<Light['aim'], 'featherPanDeg' | 'featherTiltDeg'>>
  powerStops?: number
}

/**
 * Building into a room: every place is asked for in the subject's or the backdrop's terms and kept inside the walls.
 */
export type Studio = ReturnType<typeof studioBuilder>

/** A generic gel by its name; throws where there is none. */
export const gelNamed = (name: string): Gel => {
  const found = GELS.find(gel => gel.name === name)
  if (!found) throw new RangeError(`No gel named "${name}".`)
  return found
}

/** A gel let down with white: the same hue, paler. */
export const paler = (gel: Gel, white: number): Gel => ({
  name: `${gel.name}, paler`,
  transmittance: [
    gel.transmittance[0] + (1 - gel.transmittance[0]) * white,
    gel.transmittance[1] + (1 - gel.transmittance[1]) * white,
    gel.transmittance[2] + (1 - gel.transmittance[2]) * white,
  ],
})

/** Builds a set step by step from a start and a kit. */
export const studioBuilder = (start: StudioSet, picker: Picker) => {
  let set = start
  const subject = () => set.subjects[0]!
  const headM = () => headHeightM(subject())

  /** Inside the walls, and low enough for the whole front. */
  const fits = (place: Place, light: Pick<Light, 'modifier'>): Place => {
    const kept = insideRoom(place, set.room, STAND_MARGIN_M)
    const rise = frontReach(light.modifier.front).up
    return {
      ...kept,
      zM: Math.max(Math.min(rise + 0.05, set.room.heightM / 2), Math.min(kept.zM, set.room.heightM - rise - 0.08)),
    }
  }

  const put = (
    job: Light['job'],
    kinds: readonly string[],
    place: Place,
    aim: Light['aim'],
    { gel, turn, powerStops = -3 }: LightOptions = {},
  ): Light => {
    const made = newLight(set, {
      job,
      lamp: picker.lamp(),
      modifier: picker.modifier(...kinds),
      place,
      aim: { ...aim, ...turn },
    })
    const light = { ...made, place: fits(place, made), gel: gel ?? null }
    set = addLight(set, light, { on: true, powerStops: Math.max(-light.lamp.rangeStops, powerStops) })
    return light
  }

  return {
    get set() {
      return set
    },
    subject,
    headM,
    /** Half of the backdrop's width. */
    get halfM() {
      return set.backdrop.widthM / 2
    },
    get centreXM() {
      return set.backdrop.centreXM
    },
    get bounds() {
      return roomBounds(set.room)
    },

    /**
     * A light on the subject: so many degrees round from the camera's side (above 0 to the camera's right), so far
     * away, so high over the eyes.
     */
    around: (
      job: Light['job'],
      kinds: readonly string[],
      { roundDeg, distanceM, overEyesM }: { roundDeg: number; distanceM: number; overEyesM: number },
      options?: LightOptions,
    ): Light => {
      const { xM, yM } = subject().place
      const round = (roundDeg * Math.PI) / 180
      const level = Math.sqrt(Math.max(0.04, distanceM * distanceM - overEyesM * overEyesM))
      return put(
        job,
        kinds,
        { xM: xM + level * Math.sin(round), yM: yM + level * Math.cos(round), zM: headM() + overEyesM },
        aimAtHead(subject()),
        options,
      )
    },

    /**
     * A light on the backdrop, aimed at a place of it: across from its middle and up, as shares of half its width and
     * of its height.
     */
    onBackdrop: (
      kinds: readonly string[],
      place: Place,
      aimAcross: number,
      aimUp: number,
      options?: LightOptions,
    ): Light =>
      put(
        'backdrop',
        kinds,
        place,
        aimAtPlace({
          xM: set.backdrop.centreXM + (aimAcross * set.backdrop.widthM) / 2,
          yM: 0,
          zM: aimUp * set.backdrop.heightM,
        }),
        options,
      ),

    put,

    /** Two lights beside the backdrop, each aimed across at its far third. */
    crossed: (kinds: readonly string[], options?: LightOptions & { distanceM?: number; heightM?: number }) => {
      const distanceM = Math.max(0.5, Math.min(options?.distanceM ?? 2.1, subject().place.yM - 0.9))
      const aside = Math.min(set.backdrop.widthM / 2 + 0.95, set.room.widthM / 2 - 0.2)
      for (const sign of [-1, 1]) {
        put(
          'backdrop',
          kinds,
          { xM: set.backdrop.centreXM + sign * aside, yM: distanceM, zM: options?.heightM ?? 1.9 },
          aimAtPlace({
            xM: set.backdrop.centreXM - (sign * 0.66 * set.backdrop.widthM) / 2,
            yM: 0,
            zM: Math.min(1.5, set.backdrop.heightM * 0.55),
          }),
          options,
        )
      }
    },

    /** A panel of a kind; left out where it would reach through a wall. */
    panel: (kind: string, place: Partial<Place>, turnDeg = 0, more: Partial<Panel> = {}) => {
      const panel = {
        ...panelOfKind(kind, freeId(set, kind)),
        place: { xM: 0, yM: 0, zM: 0, ...place },
        turnDeg,
        ...more,
      }
      const lower = { ...panel, heightM: Math.min(panel.heightM, set.room.heightM - panel.place.zM - 0.05) }
      const added = addPanel(set, lower)
      if (validationErrors(added).length === 0) set = added
    },

    prop: (id: string, name: string, place: Partial<Place>, form: Prop['form'], surface: Prop['surface']) => {
      const added = addProp(set, {
        id: freeId(set, id),
        name,
        place: { xM: 0, yM: 0, zM: 0, ...place },
        turnDeg: 0,
        form,
        surface,
      })
      if (validationErrors(added).length === 0) set = added
    },

    /** Sets targets of every look. */
    want: (targets: Readonly<Record<string, Target>>) => {
      set = { ...set, looks: set.looks.map(look => ({ ...look, targets: { ...look.targets, ...targets } })) }
    },
    /** Leaves only these targets on the backdrop. */
    wantOnly: (targets: Readonly<Record<string, Target>>) => {
      set = {
        ...set,
        looks: set.looks.map(look => ({
          ...look,
          targets: {
            ...Object.fromEntries(Object.entries(look.targets).filter(([id]) => !isBackdropPlace(id))),
            ...targets,
          },
        })),
      }
    },
    /** A lighting ratio; the brief's own where the set-up has no reason for another. */
    wantShadow: (ratio: number = Math.max(1.5, Math.min(8, set.brief.ratio))) => {
      set = {
        ...set,
        looks: set.looks.map(look => ({
          ...look,
          targets: { ...look.targets, [SHADOW_SIDE]: { kind: 'ratio' as const, stops: -Math.log2(ratio) } },
        })),
      }
    },
    /** Wants something of areas, beside points. */
    wantArea: (area: AreaTarget) => {
      set = { ...set, looks: set.looks.map(look => ({ ...look, areas: [...look.areas, area] })) }
    },
    wantHair: (stops: number) => {
      set = {
        ...set,
        looks: set.looks.map(look => ({
          ...look,
          targets: { ...look.targets, [HAIR]: { kind: 'stops' as const, stops } },
        })),
      }
    },
    /** A further look on the same lights: another value in the backdrop's middle, and lights that are off in it. */
    look: (id: string, name: string, value: number, offIds: readonly string[] = []) => {
      const first = set.looks[0]!
      const look: Look = {
        ...first,
        id,
        name,
        targets: { [KEY_SIDE]: { kind: 'stops', stops: 0 }, [BACKDROP_MIDDLE]: { kind: 'value', value } },
        lights: Object.fromEntries(
          Object.entries(first.lights).map(([lightId, setting]) => [
            lightId,
            { ...setting, on: !offIds.includes(lightId) },
          ]),
        ),
      }
      set = { ...set, looks: [...set.looks, look] }
    },
    change: (edit: (set: StudioSet) => StudioSet) => {
      set = edit(set)
    },
  }
}

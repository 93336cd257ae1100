import { pointOn } from '../physics/geometry/surfacePoint'
import type { Surface } from '../physics/geometry/surface'
import type { Rgb } from '../physics/units/rgb'
import { isEqual } from '../edits/patch'
import { inLook } from '../looks/inLook'
import { hasOverrides } from '../looks/overridden'
import { withoutStrayOverrides } from '../looks/overrides'
import { roomBounds } from '../model/bounds'
import { BACKDROP, CAMERA } from '../model/fixedIds'
import { holdIds, meterPointIds } from '../model/placeIds'
import { backdropSurfaces } from '../scene/surfaces/backdropSurfaces'
import { panelSheets } from '../scene/surfaces/panelSheets'
import { propSurfaces } from '../scene/surfaces/propSurfaces'
import type { StudioSet } from '../model/schema'

/** What cannot be right in a well-formed set, with what a sentence about it names. */
export type Fault =
  | { is: 'id-twice'; kind: (typeof LISTS)[number]; id: string }
  | { is: 'id-shared'; kind: (typeof THINGS)[number]; other: string; id: string }
  | { is: 'aim-lost'; light: string }
  | { is: 'setting-lacks'; look: string; light: string }
  | { is: 'setting-stray' | 'target-stray'; look: string; id: string }
  | { is: 'aperture-lost'; look: string }
  | { is: 'day-lost' | 'group-lost' }
  | { is: 'look-lost'; kind: 'readings' | 'frames' }
  | { is: 'hold-stray' | 'learned-stray' | 'dimmed-stray' | 'fade-stray' | 'lock-stray'; id: string }
  | { is: 'backdrop-through-wall' | 'lens-crossed' | 'behind-too-deep' | 'backdrop-too-high' | 'backdrop-too-wide' }
  | { is: 'sweep-too-long' | 'camera-outside' }
  | { is: 'gives-back-more' | 'through-wall' | 'stands-outside' | 'too-tall' | 'lies-outside'; name: string }
  | { is: 'ring-flat' | 'table-uneven' | 'light-outside'; light: string }
  | { is: 'otherwise-stray'; look: string }
  | { is: 'in-look'; look: string; fault: Fault }

/** Such a fault, and where it lies, as keys from the set on. */
export type ValidationError = { at: readonly (string | number)[]; fault: Fault }

const LISTS = ['subjects', 'lights', 'panels', 'props', 'points', 'looks', 'readings', 'frames'] as const

const repeatedIds = (set: StudioSet): ValidationError[] =>
  LISTS.flatMap(kind => {
    const seen = new Set<string>()
    return set[kind].flatMap(({ id }, index) => {
      if (seen.has(id)) return [{ at: [kind, index], fault: { is: 'id-twice', kind, id } }]
      seen.add(id)
      return []
    })
  })

const THINGS = ['subjects', 'lights', 'panels', 'props', 'points'] as const

/** Things are named by id alone, whatever they are: locks, groups and moves would not know which of two is meant. */
const sharedIds = (set: StudioSet): ValidationError[] => {
  const owner = new Map<string, string>([
    [CAMERA, 'camera'],
    [BACKDROP, 'backdrop'],
  ])
  return THINGS.flatMap(kind =>
    set[kind].flatMap(({ id }, index) => {
      const other = owner.get(id)
      owner.set(id, kind)
      return other === undefined || other === kind
        ? []
        : [{ at: [kind, index], fault: { is: 'id-shared', kind, other, id } }]
    }),
  )
}

const lookIdsOf = ({ conditions, sitters, done }: StudioSet['day']): string[] => [
  ...conditions.flatMap(condition =>
    'otherId' in condition ? [condition.lookId, condition.otherId] : [condition.lookId],
  ),
  ...sitters.flatMap(({ lookIds }) => lookIds),
  ...done.map(({ lookId }) => lookId),
]

/** Settings that a look lacks, and whatever refers to something that the set does not have. */
const brokenReferences = (set: StudioSet): ValidationError[] => {
  const lights = new Set(set.lights.map(({ id }) => id))
  const subjects = new Set(set.subjects.map(({ id }) => id))
  const looks = new Set(set.looks.map(({ id }) => id))
  const points = new Set(meterPointIds(set))
  const things = new Set([
    CAMERA,
    ...lights,
    ...subjects,
    ...[...set.panels, ...set.props, ...set.points].map(({ id }) => id),
  ])
  return [
    ...set.lights.flatMap((light, index) =>
      light.aim.at === 'subject' && !subjects.has(light.aim.subjectId)
        ? [{ at: ['lights', index, 'aim'], fault: { is: 'aim-lost' as const, light: light.name } }]
        : [],
    ),
    ...set.looks.flatMap((look, index): ValidationError[] => [
      ...set.lights
        .filter(({ id }) => look.lights[id] === undefined)
        .map(light => ({
          at: ['looks', index, 'lights', light.id],
          fault: { is: 'setting-lacks' as const, look: look.name, light: light.name },
        })),
      ...Object.keys(look.lights)
        .filter(id => !lights.has(id))
        .map(id => ({
          at: ['looks', index, 'lights', id],
          fault: { is: 'setting-stray' as const, look: look.name, id },
        })),
      ...Object.keys(look.targets)
        .filter(id => !points.has(id))
        .map(id => ({
          at: ['looks', index, 'targets', id],
          fault: { is: 'target-stray' as const, look: look.name, id },
        })),
      ...(look.exposure.followsPointId !== null && !points.has(look.exposure.followsPointId)
        ? [
            {
              at: ['looks', index, 'exposure', 'followsPointId'],
              fault: { is: 'aperture-lost' as const, look: look.name },
            },
          ]
        : []),
    ]),
    ...(lookIdsOf(set.day).every(id => looks.has(id)) ? [] : [{ at: ['day'], fault: { is: 'day-lost' as const } }]),
    ...(['readings', 'frames'] as const).flatMap(kind =>
      set[kind].flatMap(({ lookId }, index) =>
        looks.has(lookId) ? [] : [{ at: [kind, index], fault: { is: 'look-lost' as const, kind } }],
      ),
    ),
    ...Object.keys(set.holds)
      .filter(id => !holdIds(set).includes(id))
      .map(id => ({
        at: ['holds', id],
        fault: { is: 'hold-stray' as const, id },
      })),
    ...Object.keys(set.frozen?.lightStops ?? {})
      .filter(id => !lights.has(id))
      .map(id => ({
        at: ['frozen', 'lightStops', id],
        fault: { is: 'learned-stray' as const, id },
      })),
    ...[...Object.keys(set.rig.fixtures), ...set.rig.rows.flatMap(({ lightIds }) => lightIds)]
      .filter(id => !lights.has(id))
      .map(id => ({ at: ['rig'], fault: { is: 'dimmed-stray' as const, id } })),
    ...Object.keys(set.rig.fadeS)
      .filter(id => !looks.has(id))
      .map(id => ({ at: ['rig'], fault: { is: 'fade-stray' as const, id } })),
    ...set.locked.flatMap((id, index) =>
      things.has(id) ? [] : [{ at: ['locked', index], fault: { is: 'lock-stray' as const, id } }],
    ),
    ...set.groups.flatMap((group, index) =>
      group.every(id => things.has(id)) ? [] : [{ at: ['groups', index], fault: { is: 'group-lost' as const } }],
    ),
  ]
}

/** Whether a surface reaches through a wall of the room, by its rim. */
const reachesOut = (surface: Surface, set: StudioSet): boolean => {
  const { left, right, back, front, ceiling } = roomBounds(set.room)
  return [
    [0, 0],
    [0, 1],
    [1, 0],
    [1, 1],
    [0.5, 0],
    [0.5, 1],
    [0, 0.5],
    [1, 0.5],
  ].some(([s, t]) => {
    const {
      position: [x, y, z],
    } = pointOn(surface, s!, t!, true)
    return x <= left || x >= right || y <= back || y >= front || z <= 0 || z >= ceiling
  })
}

const BOUNCE_MOST = 0.98

const makesLight = (reflectance: Rgb, transmittance: Rgb): boolean =>
  reflectance.some((share, channel) => share + transmittance[channel]! > BOUNCE_MOST)

/** Materials that would give back more light than they get, things beyond the walls, and what contradicts itself. */
const thingErrors = (set: StudioSet): ValidationError[] => {
  const out = (isSo: boolean, at: ValidationError['at'], fault: Fault): ValidationError[] =>
    isSo ? [{ at, fault }] : []
  const {
    backdrop,
    camera: { apertures },
  } = set
  return [
    ...out(
      backdropSurfaces(backdrop).some(surface => reachesOut(surface, set)),
      ['backdrop'],
      { is: 'backdrop-through-wall' },
    ),
    ...out(
      backdrop.kind === 'lit-panel' && makesLight(backdrop.reflectance, backdrop.transmittance),
      ['backdrop', 'transmittance'],
      { is: 'gives-back-more', name: backdrop.name },
    ),
    ...out(apertures.widest > apertures.smallest, ['camera', 'apertures'], { is: 'lens-crossed' }),
    ...set.panels.flatMap((panel, index) => [
      ...out(
        panelSheets(panel).some(sheet => reachesOut(sheet, set)),
        ['panels', index],
        { is: 'through-wall', name: panel.name },
      ),
      ...out(
        [panel.front, panel.back].some(side => makesLight(side.reflectance, panel.transmittance)),
        ['panels', index],
        { is: 'gives-back-more', name: panel.name },
      ),
    ]),
    ...set.props.flatMap((prop, index) =>
      out(
        propSurfaces(prop).some(surface => reachesOut(surface, set)),
        ['props', index],
        { is: 'through-wall', name: prop.name },
      ),
    ),
    ...set.lights.flatMap(({ name, modifier: { front, table } }, index) => [
      ...out(front.shape === 'ring' && front.innerRadiusM >= front.outerRadiusM, ['lights', index, 'modifier'], {
        is: 'ring-flat',
        light: name,
      }),
      ...out(
        !!table &&
          (table.relative.length !== table.horizontalDeg.length ||
            table.relative.some(row => row.length !== table.verticalDeg.length)),
        ['lights', index, 'modifier', 'table'],
        { is: 'table-uneven', light: name },
      ),
    ]),
  ]
}

/**
 * What does not fit in the room; empty when everything does.
 * The transport needs it so: light outside the walls of a closed room has nowhere to end.
 */
const roomErrorsAt = (set: StudioSet): ValidationError[] => {
  const bounds = roomBounds(set.room)
  const isOutside = (place: { xM: number; yM: number; zM?: number }) =>
    place.xM <= bounds.left ||
    place.xM >= bounds.right ||
    place.yM <= bounds.back ||
    place.yM >= bounds.front ||
    (place.zM !== undefined && place.zM >= bounds.ceiling)
  const out = (isSo: boolean, at: ValidationError['at'], fault: Fault): ValidationError[] =>
    isSo ? [{ at, fault }] : []
  const { backdrop, room } = set
  return [
    ...out(room.behindBackdropM >= room.depthM, ['room', 'behindBackdropM'], { is: 'behind-too-deep' }),
    ...out(backdrop.heightM >= room.heightM, ['backdrop', 'heightM'], { is: 'backdrop-too-high' }),
    ...out(Math.abs(backdrop.centreXM) + backdrop.widthM / 2 >= room.widthM / 2, ['backdrop', 'widthM'], {
      is: 'backdrop-too-wide',
    }),
    ...out(backdrop.sweepM >= bounds.front, ['backdrop', 'sweepM'], { is: 'sweep-too-long' }),
    ...set.subjects.flatMap((subject, index) => [
      ...out(isOutside(subject.place), ['subjects', index, 'place'], { is: 'stands-outside', name: subject.name }),
      ...out(subject.heightM >= room.heightM, ['subjects', index, 'heightM'], { is: 'too-tall', name: subject.name }),
    ]),
    ...out(isOutside(set.camera.place), ['camera', 'place'], { is: 'camera-outside' }),
    ...set.lights.flatMap((light, index) =>
      out(isOutside(light.place), ['lights', index, 'place'], { is: 'light-outside', light: light.name }),
    ),
    ...set.points.flatMap((point, index) =>
      out(isOutside(point.place), ['points', index, 'place'], { is: 'lies-outside', name: point.name }),
    ),
  ]
}

/** What does not fit in the room. */
export const roomErrors = (set: StudioSet): Fault[] => roomErrorsAt(set).map(({ fault }) => fault)

/** What a look has otherwise, of things that are there and within the room. */
const overrideErrors = (set: StudioSet): ValidationError[] => {
  if (!set.looks.some(hasOverrides)) return []
  const known = [...roomErrorsAt(set), ...thingErrors(set)].map(({ fault }) => fault)
  return set.looks.flatMap((look, index): ValidationError[] => {
    const at = ['looks', index, 'overrides']
    if (withoutStrayOverrides(look.overrides, set) !== look.overrides)
      return [{ at, fault: { is: 'otherwise-stray', look: look.name } }]
    const shown = inLook(set, look.id)
    return [...roomErrorsAt(shown), ...thingErrors(shown)]
      .filter(({ fault }) => !known.some(one => isEqual(one, fault)))
      .map(({ fault }) => ({ at, fault: { is: 'in-look', look: look.name, fault } }))
  })
}

/** Everything in a well-formed set that still cannot be right, with its place. */
export const validationErrorsAt = (set: StudioSet): ValidationError[] => [
  ...repeatedIds(set),
  ...sharedIds(set),
  ...brokenReferences(set),
  ...roomErrorsAt(set),
  ...thingErrors(set),
  ...overrideErrors(set),
]

/** The same without places. */
export const validationErrors = (set: StudioSet): Fault[] => validationErrorsAt(set).map(({ fault }) => fault)

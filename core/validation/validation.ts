import { pointOn } from '../physics/geometry/surfacePoint'
import type { Surface } from '../physics/geometry/surface'
import type { Rgb } from '../physics/units/rgb'
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

/** What cannot be right in a well-formed set: where it lies, as keys from the set on, and in words. */
export type ValidationError = { at: readonly (string | number)[]; message: string }

const LISTS = ['subjects', 'lights', 'panels', 'props', 'points', 'looks', 'readings', 'frames'] as const

const repeatedIds = (set: StudioSet): ValidationError[] =>
  LISTS.flatMap(kind => {
    const seen = new Set<string>()
    return set[kind].flatMap(({ id }, index) => {
      if (seen.has(id)) return [{ at: [kind, index], message: `Two ${kind} share the id "${id}".` }]
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
        : [{ at: [kind, index], message: `One of the ${kind} has the id of one of the ${other} ("${id}").` }]
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
        ? [{ at: ['lights', index, 'aim'], message: `Light ${light.name} is aimed at a subject that is not there.` }]
        : [],
    ),
    ...set.looks.flatMap((look, index): ValidationError[] => [
      ...set.lights
        .filter(({ id }) => look.lights[id] === undefined)
        .map(light => ({
          at: ['looks', index, 'lights', light.id],
          message: `Look ${look.name} lacks the setting of light ${light.name}.`,
        })),
      ...Object.keys(look.lights)
        .filter(id => !lights.has(id))
        .map(id => ({
          at: ['looks', index, 'lights', id],
          message: `Look ${look.name} has a setting of a light that is not there ("${id}").`,
        })),
      ...Object.keys(look.targets)
        .filter(id => !points.has(id))
        .map(id => ({
          at: ['looks', index, 'targets', id],
          message: `Look ${look.name} has a target of a point that is not there ("${id}").`,
        })),
      ...(look.exposure.followsPointId !== null && !points.has(look.exposure.followsPointId)
        ? [
            {
              at: ['looks', index, 'exposure', 'followsPointId'],
              message: `The aperture of look ${look.name} follows a point that is not there.`,
            },
          ]
        : []),
    ]),
    ...(lookIdsOf(set.day).every(id => looks.has(id))
      ? []
      : [{ at: ['day'], message: 'The day speaks of a look that is not there.' }]),
    ...(['readings', 'frames'] as const).flatMap(kind =>
      set[kind].flatMap(({ lookId }, index) =>
        looks.has(lookId)
          ? []
          : [{ at: [kind, index], message: `One of the ${kind} belongs to a look that is not there.` }],
      ),
    ),
    ...Object.keys(set.holds)
      .filter(id => !holdIds(set).includes(id))
      .map(id => ({
        at: ['holds', id],
        message: `The meter is held in its own way at a point that is not there ("${id}").`,
      })),
    ...Object.keys(set.frozen?.lightStops ?? {})
      .filter(id => !lights.has(id))
      .map(id => ({
        at: ['frozen', 'lightStops', id],
        message: `Something was learned of a light that is not there ("${id}").`,
      })),
    ...[...Object.keys(set.rig.fixtures), ...set.rig.rows.flatMap(({ lightIds }) => lightIds)]
      .filter(id => !lights.has(id))
      .map(id => ({ at: ['rig'], message: `The rig dims a light that is not there ("${id}").` })),
    ...Object.keys(set.rig.fadeS)
      .filter(id => !looks.has(id))
      .map(id => ({ at: ['rig'], message: `The rig fades into a look that is not there ("${id}").` })),
    ...set.locked.flatMap((id, index) =>
      things.has(id) ? [] : [{ at: ['locked', index], message: `Something that is not there ("${id}") is locked.` }],
    ),
    ...set.groups.flatMap((group, index) =>
      group.every(id => things.has(id))
        ? []
        : [{ at: ['groups', index], message: 'A group has something that is not there.' }],
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
  const out = (isSo: boolean, at: ValidationError['at'], message: string): ValidationError[] =>
    isSo ? [{ at, message }] : []
  const {
    backdrop,
    camera: { apertures },
  } = set
  return [
    ...out(
      backdropSurfaces(backdrop).some(surface => reachesOut(surface, set)),
      ['backdrop'],
      'The backdrop reaches through a wall.',
    ),
    ...out(
      backdrop.kind === 'lit-panel' && makesLight(backdrop.reflectance, backdrop.transmittance),
      ['backdrop', 'transmittance'],
      `${backdrop.name} would send out more light than it gets.`,
    ),
    ...out(
      apertures.widest > apertures.smallest,
      ['camera', 'apertures'],
      'The widest aperture of the lens is smaller than its smallest.',
    ),
    ...set.panels.flatMap((panel, index) => [
      ...out(
        panelSheets(panel).some(sheet => reachesOut(sheet, set)),
        ['panels', index],
        `${panel.name} reaches through a wall, the floor or the ceiling.`,
      ),
      ...out(
        [panel.front, panel.back].some(side => makesLight(side.reflectance, panel.transmittance)),
        ['panels', index],
        `${panel.name} would send out more light than it gets.`,
      ),
    ]),
    ...set.props.flatMap((prop, index) =>
      out(
        propSurfaces(prop).some(surface => reachesOut(surface, set)),
        ['props', index],
        `${prop.name} reaches through a wall, the floor or the ceiling.`,
      ),
    ),
    ...set.lights.flatMap(({ name, modifier: { front, table } }, index) => [
      ...out(
        front.shape === 'ring' && front.innerRadiusM >= front.outerRadiusM,
        ['lights', index, 'modifier'],
        `The ring of light ${name} has no width.`,
      ),
      ...out(
        !!table &&
          (table.relative.length !== table.horizontalDeg.length ||
            table.relative.some(row => row.length !== table.verticalDeg.length)),
        ['lights', index, 'modifier', 'table'],
        `The table of light ${name} does not fit its angles.`,
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
  const out = (isSo: boolean, at: ValidationError['at'], message: string): ValidationError[] =>
    isSo ? [{ at, message }] : []
  const { backdrop, room } = set
  return [
    ...out(
      room.behindBackdropM >= room.depthM,
      ['room', 'behindBackdropM'],
      'The free depth behind the backdrop is more than the room has.',
    ),
    ...out(backdrop.heightM >= room.heightM, ['backdrop', 'heightM'], 'The backdrop is higher than the room.'),
    ...out(
      Math.abs(backdrop.centreXM) + backdrop.widthM / 2 >= room.widthM / 2,
      ['backdrop', 'widthM'],
      'The backdrop reaches beyond a side wall.',
    ),
    ...out(
      backdrop.sweepM >= bounds.front,
      ['backdrop', 'sweepM'],
      'The sweep of the backdrop is longer than the room.',
    ),
    ...set.subjects.flatMap((subject, index) => [
      ...out(isOutside(subject.place), ['subjects', index, 'place'], `${subject.name} stands outside the room.`),
      ...out(
        subject.heightM >= room.heightM,
        ['subjects', index, 'heightM'],
        `${subject.name} is taller than the room.`,
      ),
    ]),
    ...out(isOutside(set.camera.place), ['camera', 'place'], 'The camera stands outside the room.'),
    ...set.lights.flatMap((light, index) =>
      out(isOutside(light.place), ['lights', index, 'place'], `Light ${light.name} stands outside the room.`),
    ),
    ...set.points.flatMap((point, index) =>
      out(isOutside(point.place), ['points', index, 'place'], `${point.name} lies outside the room.`),
    ),
  ]
}

/** What does not fit in the room, in words. */
export const roomErrors = (set: StudioSet): string[] => roomErrorsAt(set).map(({ message }) => message)

/** What a look has otherwise, of things that are there and within the room. */
const overrideErrors = (set: StudioSet): ValidationError[] => {
  if (!set.looks.some(hasOverrides)) return []
  const known = new Set(
    roomErrorsAt(set)
      .concat(thingErrors(set))
      .map(({ message }) => message),
  )
  return set.looks.flatMap((look, index): ValidationError[] => {
    const at = ['looks', index, 'overrides']
    if (withoutStrayOverrides(look.overrides, set) !== look.overrides)
      return [{ at, message: `Look ${look.name} has something otherwise that is not there.` }]
    const shown = inLook(set, look.id)
    return [...roomErrorsAt(shown), ...thingErrors(shown)]
      .filter(({ message }) => !known.has(message))
      .map(({ message }) => ({ at, message: `In look ${look.name}: ${message}` }))
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

/** The same in words. */
export const validationErrors = (set: StudioSet): string[] => validationErrorsAt(set).map(({ message }) => message)

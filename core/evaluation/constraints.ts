import type { Lighting } from '../calibration/lighting'
import { shareAt } from '../physics/transport/exposureAt'
import { weightOf } from '../calibration/weights'
import { roomLightAt } from '../calibration/roomLight'
import { exposureFromReading, METER_CONSTANT } from '../physics/photometry/meter'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { meterPoints, receiversOf, type MeterPoint, type Reader } from './probes/points'
import { edgeId, rearId, sensePoints, SIDES } from './probes/sensePoints'
import type { AreaTarget, CameraSetting, LightSetting, Look, StudioSet, Target } from '../model/schema'
import { luminance, multiplyRgb, scaleRgb, type Rgb } from '../physics/units/rgb'
import { ratioFromStops } from '../physics/units/stops'
import { areaId, areaPoints, poolMiddleId, ringId } from './probes/areaPoints'
import { AREA_COLUMNS, AREA_ROWS, POOL_RING, STOPS_PER_DEPTH } from './thresholds'
import { levelConstraint, ratioConstraint, spreadConstraint, type Constraint } from './constraint'
import { pointConstraint, type Row, type Rows } from './pointConstraint'
import { isHard, keyWanted, targetBand } from './target'

/** Factor of each light on its full power. */
export const factorsOf = (set: StudioSet, settings: Readonly<Record<string, LightSetting>>): number[] =>
  set.lights.map(light => (settings[light.id]?.on ? ratioFromStops(settings[light.id]!.powerStops) : 0))

/** What a constraint is of: a point or an area that the look wants something of. */
type ConstraintSource = { kind: 'point'; point: MeterPoint } | { kind: 'area'; area: AreaTarget }

/** Something that a look wants, with what it is wanted of. */
export type SetConstraint = Constraint & { of: ConstraintSource }

type Weighed = (light: Rgb) => number
type RowOf = (pointId: string, weigh?: Weighed, isCounted?: (lightId: string) => boolean) => Row

/** Rows of light at receivers: what each light gives at full power, and what the room gives. */
const rowsFor = (
  set: StudioSet,
  camera: CameraSetting,
  lighting: Lighting,
  places: ReadonlyMap<string, Reader>,
): { rowOf: RowOf; rows: Rows } => {
  const weights = set.lights.map(light => weightOf(light, 0, camera.shutterS, lighting.learned))
  const layers = set.lights.map(light => {
    const layer = lighting.layers.find(({ lightId }) => lightId === light.id)
    if (!layer) throw new RangeError(`The light of ${light.id} was not worked out.`)
    return layer
  })
  const room = (id: string): Rgb => {
    const place = places.get(id)
    if (!place) throw new RangeError(`Nothing is judged at "${id}".`)
    return roomLightAt(set, lighting.learned.room, place, camera.shutterS)
  }
  const rowOf: RowOf = (pointId, weigh = luminance, isCounted) => ({
    shares: set.lights.map((light, index) => {
      if (isCounted && !isCounted(light.id)) return 0
      const share = shareAt(layers[index]!, pointId)
      return weigh(share.direct) * weights[index]!.direct + weigh(share.bounced) * weights[index]!.bounced
    }),
    base: isCounted ? 0 : weigh(room(pointId)),
  })
  const veil = layers.map(
    (layer, index) => layer.lens && scaleRgb(layer.lens, set.camera.veilingGlare * weights[index]!.direct),
  )
  const rendered: Rows['rendered'] = (point, weigh) => {
    const sent = (light: Rgb) => weigh(multiplyRgb(point.reflectance!, light))
    const { shares, base } = rowOf(point.id, sent)
    return { shares: shares.map((share, index) => share + (veil[index] ? weigh(veil[index]) : 0)), base }
  }
  return { rowOf, rows: { light: rowOf, rendered } }
}

const meanRow = (rows: readonly Row[]): Row => ({
  shares: rows[0]!.shares.map((_, column) => rows.reduce((sum, { shares }) => sum + shares[column]!, 0) / rows.length),
  base: rows.reduce((sum, { base }) => sum + base, 0) / rows.length,
})

/** One row over another. */
const overConstraint = (
  one: Row,
  other: Row,
  missOf: Constraint['missOf'],
  standing: { isPriority: boolean; isHard: boolean },
): Constraint => ratioConstraint([one.shares, other.shares], missOf, standing, [one.base, other.base])

const gridIds = Array.from({ length: AREA_ROWS }, (_, row) =>
  Array.from({ length: AREA_COLUMNS }, (_, column) => areaId(row, column)),
)

/** The points along the side that a ramp goes toward, or along the one that it comes from. */
const sideIds = (toward: Extract<AreaTarget, { kind: 'ramp' }>['toward'], isFar: boolean): string[] => {
  switch (isFar ? ({ left: 'right', right: 'left', top: 'bottom', bottom: 'top' } as const)[toward] : toward) {
    case 'left':
      return gridIds.map(row => row[0]!)
    case 'right':
      return gridIds.map(row => row.at(-1)!)
    case 'top':
      return gridIds[0]!
    case 'bottom':
      return gridIds.at(-1)!
  }
}

/** Between outermost grid points lies this share of the whole. */
const acrossShare = (toward: 'left' | 'right' | 'top' | 'bottom') =>
  toward === 'left' || toward === 'right' ? 1 - 1 / AREA_COLUMNS : 1 - 1 / AREA_ROWS

/** Depth of a colour toward a hue: saturation of the linear light, less as the hue turns away. */
export const depthToward = (red: number, green: number, blue: number, hueDeg: number): number => {
  const [most, least] = [Math.max(red, green, blue), Math.min(red, green, blue)]
  if (!(most > 0) || most === least) return 0
  const span = most - least
  const sixths = () => {
    if (most === red) return (green - blue) / span
    return most === green ? 2 + (blue - red) / span : 4 + (red - green) / span
  }
  const hue = 60 * sixths()
  return Math.max(0, (span / most) * Math.cos(((hue - hueDeg) * Math.PI) / 180))
}

/** What the backdrop sends back of a reading; a lit panel all of it. */
const drop = (set: StudioSet): Rgb => (set.backdrop.kind === 'lit-panel' ? [1, 1, 1] : set.backdrop.reflectance)

/** What an area is judged by: the rows of its places, and the light that an even backdrop is wanted at. */
type Judging = { camera: CameraSetting; rowOf: RowOf; level: number | undefined }

const areaConstraint = (
  set: StudioSet,
  lookId: string,
  area: AreaTarget,
  { camera, rowOf, level }: Judging,
): Constraint[] => {
  const standing = { isPriority: false, isHard: isHard(area) }
  const whole = (wanted: number) => (stops: number) => stops - wanted
  const subject = set.subjects[0]!
  const backdropOnly = (lightId: string) => set.lights.find(light => light.id === lightId)?.job === 'backdrop'
  const colourRows =
    area.kind === 'colour'
      ? [0, 1, 2].map(channel => rowOf(BACKDROP_MIDDLE, light => light[channel]! * drop(set)[channel]!))
      : []
  switch (area.kind) {
    case 'even': {
      const rows = gridIds.flat().map(point => rowOf(point))
      return [
        spreadConstraint(
          rows.map(({ shares }) => shares),
          area.withinStops,
          level,
          standing,
          rows.map(({ base }) => base),
        ),
      ]
    }
    case 'ramp':
      return [
        overConstraint(
          meanRow(sideIds(area.toward, false).map(point => rowOf(point))),
          meanRow(sideIds(area.toward, true).map(point => rowOf(point))),
          whole(area.stops * acrossShare(area.toward)),
          standing,
        ),
      ]
    case 'pool':
      return [
        overConstraint(
          rowOf(poolMiddleId(lookId)),
          meanRow(Array.from({ length: POOL_RING }, (_, index) => rowOf(ringId(lookId, index)))),
          whole(area.depthStops),
          standing,
        ),
      ]
    case 'colour':
      return [
        {
          ...standing,
          aims: [],
          rows: colourRows.map(({ shares }) => shares),
          bases: colourRows.map(({ base }) => base),
          measure: (sums, from) => depthToward(sums[from]!, sums[from + 1]!, sums[from + 2]!, area.hueDeg),
          missOf: depth => Math.min(0, depth - area.depth) * STOPS_PER_DEPTH,
        },
      ]
    case 'wrap':
      return SIDES.map(({ side }) =>
        levelConstraint(
          rowOf(rearId(side), luminance, backdropOnly).shares,
          exposureFromReading(camera.fNumber, camera.iso, METER_CONSTANT.flat) * ratioFromStops(area.mostStops),
          standing,
          { freeAbove: 0, freeBelow: Number.POSITIVE_INFINITY },
        ),
      )
    case 'apart':
      return SIDES.map(({ side }) =>
        overConstraint(
          rowOf(BACKDROP_MIDDLE, light => luminance(multiplyRgb(light, drop(set)))),
          rowOf(edgeId(side), light => luminance(multiplyRgb(light, subject.clothing))),
          stops => Math.min(0, Math.abs(stops) - area.leastStops),
          standing,
        ),
      )
  }
}

const counted = (target: Target | AreaTarget) => target.firmness !== 'indifferent'

/**
 * The stops of the backdrop's middle, as the exposure that is wanted there, lux-seconds; undefined where nothing is.
 */
const levelOf = (
  set: StudioSet,
  look: Look,
  points: readonly MeterPoint[],
  camera: CameraSetting,
): number | undefined => {
  const middle = points.find(({ id }) => id === BACKDROP_MIDDLE)
  const target = look.targets[BACKDROP_MIDDLE]
  return (
    middle &&
    target &&
    exposureFromReading(camera.fNumber, camera.iso, METER_CONSTANT.flat) *
      ratioFromStops(targetBand(target, middle, set.camera, keyWanted(look.targets)).stops)
  )
}

const placesOf = (points: readonly MeterPoint[]) => new Map(points.flatMap(receiversOf).map(place => [place.id, place]))

/** What a look wants of some points, as constraints on the powers of the set's lights in their order. */
export const pointConstraints = (
  set: StudioSet,
  look: Look,
  points: readonly MeterPoint[],
  camera: CameraSetting,
  lighting: Lighting,
): SetConstraint[] => {
  const { rows } = rowsFor(set, camera, lighting, placesOf(points))
  const keyStops = keyWanted(look.targets)
  return points
    .filter(point => look.targets[point.id] && counted(look.targets[point.id]!))
    .map(point => ({
      ...pointConstraint(set, point, look.targets[point.id]!, { camera, keyStops, rows }),
      of: { kind: 'point', point },
    }))
}

/** What a look wants of some areas. */
export const areaConstraints = (
  set: StudioSet,
  look: Look,
  areas: readonly AreaTarget[],
  camera: CameraSetting,
  lighting: Lighting,
): SetConstraint[] => {
  if (areas.length === 0) return []
  const points = meterPoints(set)
  const { rowOf } = rowsFor(
    set,
    camera,
    lighting,
    placesOf([...points, ...areaPoints(set, [look]), ...sensePoints(set)]),
  )
  const level = levelOf(set, look, points, camera)
  return areas.flatMap(area =>
    areaConstraint(set, look.id, area, { camera, rowOf, level }).map((constraint): SetConstraint => ({
      ...constraint,
      of: { kind: 'area', area },
    })),
  )
}

/** What a look wants of points and of all its areas. */
export const constraintsOf = (
  set: StudioSet,
  look: Look,
  points: readonly MeterPoint[],
  camera: CameraSetting,
  lighting: Lighting,
): SetConstraint[] => [
  ...pointConstraints(set, look, points, camera, lighting),
  ...areaConstraints(set, look, look.areas.filter(counted), camera, lighting),
]

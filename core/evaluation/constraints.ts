import type { Lighting } from '../calibration/lighting'
import { weightOf } from '../calibration/weights'
import { roomLightAt } from '../calibration/roomLight'
import { exposureFromReading, METER_CONSTANT } from '../physics/photometry/meter'
import { BACKDROP_MIDDLE } from '../model/placeIds'
import { receiversOf, type MeterPoint, type Reader } from './probes/points'
import { edgeId, rearId, sensePoints, SIDES } from './probes/sensePoints'
import type { AreaTarget, CameraSetting, LightSetting, StudioSet, Target } from '../model/schema'
import { grey, luminance, multiplyRgb, scaleRgb, type Rgb } from '../physics/units/rgb'
import { ratioFromStops } from '../physics/units/stops'
import { AREA_COLUMNS, AREA_ROWS, areaId, areaPoints, POOL_MIDDLE, POOL_RING, ringId } from './probes/areaPoints'
import { levelDemand, ratioDemand, spreadDemand, type Demand } from './constraint'
import { pointDemand, type Row, type Rows } from './pointConstraint'
import { isHard, keyWanted, targetBand } from './target'

/** All that says what is wanted of a look. */
export type Wanted = { targets: Readonly<Record<string, Target>>, areas: readonly AreaTarget[] }

/** Factor of each light on its full power. */
export const factorsOf = (set: StudioSet, settings: Readonly<Record<string, LightSetting>>): number[] =>
  set.lights.map(light => settings[light.id]?.on ? ratioFromStops(settings[light.id]!.powerStops) : 0)

export const areaDemandId = (area: AreaTarget): string => `area:${area.kind}`

type Weighed = (light: Rgb) => number
type RowOf = (pointId: string, weigh?: Weighed, isCounted?: (lightId: string) => boolean) => Row

/** Rows of light at receivers: what each light gives at full power, and what the room gives. Places that are not known get no room light. */
const rowsFor = (set: StudioSet, camera: CameraSetting, lighting: Lighting, places: ReadonlyMap<string, Reader>): { rowOf: RowOf, rows: Rows } => {
  const weights = set.lights.map(light => weightOf(light, 0, camera.shutterS, lighting.learned))
  const layers = set.lights.map(light => lighting.layers.find(({ lightId }) => lightId === light.id))
  const room = (id: string): Rgb => {
    const place = places.get(id)
    return place ? roomLightAt(set, lighting.learned.room, place, camera.shutterS) : grey(0)
  }
  const rowOf: RowOf = (pointId, weigh = luminance, isCounted) => ({
    shares: set.lights.map((light, index) => {
      const share = layers[index]?.shares[pointId]
      return share && (isCounted?.(light.id) ?? true) ? weigh(share.direct) * weights[index]!.direct + weigh(share.bounced) * weights[index]!.bounced : 0
    }),
    base: isCounted ? 0 : weigh(room(pointId)),
  })
  const veil = layers.map((layer, index) => layer?.lens && scaleRgb(layer.lens, set.camera.veilingGlare * weights[index]!.direct))
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
const overDemand = (id: string, one: Row, other: Row, missOf: Demand['missOf'], standing: { isAnchor: boolean, isHard: boolean }): Demand =>
  ratioDemand(id, [one.shares, other.shares], missOf, standing, [one.base, other.base])

const hasAll = (lighting: Lighting, ids: readonly string[]): boolean => lighting.layers.every(({ shares }) => ids.every(id => shares[id]))

const gridIds = Array.from({ length: AREA_ROWS }, (_, row) => Array.from({ length: AREA_COLUMNS }, (_, column) => areaId(row, column)))

/** The points along the side that a ramp goes toward, or along the one that it comes from. */
const sideIds = (toward: Extract<AreaTarget, { kind: 'ramp' }>['toward'], isFar: boolean): string[] => {
  switch (isFar ? ({ left: 'right', right: 'left', top: 'bottom', bottom: 'top' } as const)[toward] : toward) {
    case 'left': return gridIds.map(row => row[0]!)
    case 'right': return gridIds.map(row => row.at(-1)!)
    case 'top': return gridIds[0]!
    case 'bottom': return gridIds.at(-1)!
  }
}

/** Between outermost grid points lies this share of the whole. */
const acrossShare = (toward: 'left' | 'right' | 'top' | 'bottom') => toward === 'left' || toward === 'right' ? 1 - 1 / AREA_COLUMNS : 1 - 1 / AREA_ROWS

/** A stop of miss for each third of depth that a colour lacks. */
const STOPS_PER_DEPTH = 3

/** Depth of a colour toward a hue: saturation of the linear light, less as the hue turns away. */
export const depthToward = (red: number, green: number, blue: number, hueDeg: number): number => {
  const [most, least] = [Math.max(red, green, blue), Math.min(red, green, blue)]
  if (!(most > 0) || most === least) return 0
  const span = most - least
  const hue = 60 * (most === red ? (green - blue) / span : most === green ? 2 + (blue - red) / span : 4 + (red - green) / span)
  return Math.max(0, span / most * Math.cos((hue - hueDeg) * Math.PI / 180))
}

/** What the backdrop sends back of a reading; a lit panel all of it. */
const drop = (set: StudioSet): Rgb => set.backdrop.kind === 'lit-panel' ? [1, 1, 1] : set.backdrop.reflectance

const areaDemand = (set: StudioSet, area: AreaTarget, camera: CameraSetting, lighting: Lighting, rowOf: RowOf, level: number | undefined): Demand[] => {
  const id = areaDemandId(area)
  const standing = { isAnchor: false, isHard: isHard(area) }
  const whole = (wanted: number) => (stops: number) => stops - wanted
  const subject = set.subjects[0]!
  const backdropOnly = (lightId: string) => set.lights.find(light => light.id === lightId)?.job === 'backdrop'
  const needed = { even: gridIds.flat(), ramp: gridIds.flat(), pool: [POOL_MIDDLE, ringId(0)], colour: [BACKDROP_MIDDLE], wrap: SIDES.map(({ side }) => rearId(side)), apart: [...SIDES.map(({ side }) => edgeId(side)), BACKDROP_MIDDLE] }[area.kind]
  if (!hasAll(lighting, needed)) return []
  const colourRows = area.kind === 'colour' ? [0, 1, 2].map(channel => rowOf(BACKDROP_MIDDLE, light => light[channel]! * drop(set)[channel]!)) : []
  switch (area.kind) {
    case 'even': {
      const rows = gridIds.flat().map(point => rowOf(point))
      return [spreadDemand(id, rows.map(({ shares }) => shares), area.withinStops, level, standing, rows.map(({ base }) => base))]
    }
    case 'ramp': return [overDemand(id, meanRow(sideIds(area.toward, false).map(point => rowOf(point))), meanRow(sideIds(area.toward, true).map(point => rowOf(point))), whole(area.stops * acrossShare(area.toward)), standing)]
    case 'pool': return [overDemand(id, rowOf(POOL_MIDDLE), meanRow(Array.from({ length: POOL_RING }, (_, index) => rowOf(ringId(index)))), whole(area.depthStops), standing)]
    case 'colour': return [{
      id, ...standing, aims: [],
      rows: colourRows.map(({ shares }) => shares),
      bases: colourRows.map(({ base }) => base),
      measure: (sums, from) => depthToward(sums[from]!, sums[from + 1]!, sums[from + 2]!, area.hueDeg),
      missOf: depth => Math.min(0, depth - area.depth) * STOPS_PER_DEPTH,
    }]
    case 'wrap': return SIDES.map(({ side }) => levelDemand(id, rowOf(rearId(side), luminance, backdropOnly).shares, exposureFromReading(camera.fNumber, camera.iso, METER_CONSTANT.flat) * ratioFromStops(area.mostStops), standing, { freeAbove: 0, freeBelow: Number.POSITIVE_INFINITY }))
    case 'apart': return SIDES.map(({ side }) => overDemand(
      id,
      rowOf(BACKDROP_MIDDLE, light => luminance(multiplyRgb(light, drop(set)))),
      rowOf(edgeId(side), light => luminance(multiplyRgb(light, subject.clothing))),
      stops => Math.min(0, Math.abs(stops) - area.leastStops),
      standing,
    ))
  }
}

/** What a look wants of its points and areas, as demands on the powers of the set's lights in their order. */
export const demandsOf = (set: StudioSet, { targets, areas }: Wanted, points: readonly MeterPoint[], camera: CameraSetting, lighting: Lighting): Demand[] => {
  const counted = (target: Target | AreaTarget) => target.firmness !== 'indifferent'
  const wantedAreas = areas.filter(counted)
  const known = [...points, ...wantedAreas.length > 0 ? [...areaPoints(set), ...sensePoints(set)] : []]
  const { rowOf, rows } = rowsFor(set, camera, lighting, new Map(known.flatMap(receiversOf).map(place => [place.id, place])))
  const keyStops = keyWanted(targets)
  const levels = points.filter(point => targets[point.id] && counted(targets[point.id]!)).map(point => pointDemand(set, point, targets[point.id]!, camera, keyStops, rows))
  const middle = points.find(({ id }) => id === BACKDROP_MIDDLE)
  const level = middle && targets[BACKDROP_MIDDLE] ? exposureFromReading(camera.fNumber, camera.iso, METER_CONSTANT.flat) * ratioFromStops(targetBand(targets[BACKDROP_MIDDLE], middle, set.camera, keyStops).stops) : undefined
  return [...levels, ...wantedAreas.flatMap(area => areaDemand(set, area, camera, lighting, rowOf, level))]
}

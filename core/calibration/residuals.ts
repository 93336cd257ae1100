import { inverse, Matrix } from 'ml-matrix'
import type { Look, Reading } from '../model/schema'
import type { LightLayer } from '../physics/transport/lightLayer'
import { scaleRgb } from '../physics/units/rgb'
import { ratioFromStops } from '../physics/units/stops'
import { distance } from '../physics/units/vector'
import { surpriseStops } from './compare'
import { placeSpread } from './fit'
import type { Learned, Residual, Spot } from './calibration'
import { STRAY_STOPS, ALIKE_M } from './thresholds'

const alike = (a: Spot, b: Spot): number =>
  a.id !== b.id && (a.surface !== 'backdrop' || b.surface !== 'backdrop')
    ? 0
    : STRAY_STOPS ** 2 * Math.exp(-0.5 * (distance(a.position, b.position) / ALIKE_M) ** 2)

/**
 * Interpolates what readings leave over: Gaussian-process regression with a squared-exponential kernel
 * (Rasmussen and Williams, Gaussian Processes for Machine Learning, 2006, equation 2.25; the equation's number from
 * memory).
 * Far from every reading it is 0, so that the model stands; at a reading it comes near to what was read, as far as
 * the meter
 * can be trusted.
 */
export const residualField = (residuals: readonly Residual[]): ((spot: Spot) => number) => {
  if (residuals.length === 0) return () => 0
  const kernel = new Matrix(
    residuals.map((one, row) =>
      residuals.map((other, column) => alike(one, other) + (row === column ? one.spreadStops ** 2 : 0)),
    ),
  )
  const weights = inverse(kernel)
    .mmul(Matrix.columnVector(residuals.map(({ stops }) => stops)))
    .to1DArray()
  return spot => residuals.reduce((sum, one, index) => sum + weights[index]! * alike(spot, one), 0)
}

/**
 * Layers that give at each place what readings near it showed; places without a reading near stay as the model has
 * them.
 */
export const withResiduals = (
  layers: readonly LightLayer[],
  spots: readonly Spot[],
  residuals: readonly Residual[] = [],
): readonly LightLayer[] => {
  if (residuals.length === 0) return layers
  const field = residualField(residuals)
  const factors = new Map(
    spots.flatMap(spot => {
      const factor = ratioFromStops(field(spot))
      return [[spot.id, factor], ...(spot.reader ? [[spot.reader.id, factor] as const] : [])] as [string, number][]
    }),
  )
  return layers.map(layer => ({
    ...layer,
    shares: Object.fromEntries(
      Object.entries(layer.shares).map(([id, share]) => {
        const factor = factors.get(id) ?? 1
        return [id, { direct: scaleRgb(share.direct, factor), bounced: scaleRgb(share.bounced, factor) }]
      }),
    ),
  }))
}

/**
 * What the readings of a look leave over, each at its place; the newest of a place speaks. Only readings of everything
 * together count: those of one lamp have taught that lamp already.
 */
export const residualsOf = (
  readings: readonly Reading[],
  { learned, standings }: { learned: Learned; standings: Readonly<Record<string, { isOutlier: boolean }>> },
  spots: readonly Spot[],
  look: Look,
): Residual[] => {
  const inUse = Object.keys(look.lights).filter(id => look.lights[id]!.on)
  const isTogether = (reading: Reading) =>
    inUse.length > 0 && inUse.every(id => reading.lights[id]) && Object.keys(reading.lights).length === inUse.length
  const newest = new Map(
    readings
      .filter(
        reading =>
          reading.lookId === look.id &&
          isTogether(reading) &&
          reading.trust !== 'out' &&
          standings[reading.id]?.isOutlier === false,
      )
      .map(reading => [reading.pointId, reading]),
  )
  return [...newest.values()].flatMap(reading => {
    const spot = spots.find(({ id }) => id === reading.pointId)
    return spot && (spot.hold === undefined || spot.hold.receptor === reading.receptor)
      ? [
          {
            id: spot.id,
            position: spot.position,
            surface: spot.surface,
            stops: surpriseStops(reading, learned),
            spreadStops: placeSpread(reading),
          },
        ]
      : []
  })
}

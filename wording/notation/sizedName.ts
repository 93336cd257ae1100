import { formatDistance, METRES_PER_FOOT, type LengthUnit } from './distance'

const SIZE = /(\d+(?:\.\d+)?)(?: × (\d+(?:\.\d+)?))? (cm|m)(?![\p{L}\d])/gu
const CM_PER_INCH = (METRES_PER_FOOT * 100) / 12

/**
 * A name with its sizes as the reader has them: `Softbox 90 × 120 cm` as `Softbox 35 × 47 in`, `White board 1 × 2 m`
 * as `White board 3 ft 3½ in × 6 ft 6½ in`. Names themselves are kept as they were given.
 */
export const sizedName = (name: string, unit: LengthUnit): string =>
  unit === 'metric'
    ? name
    : name.replaceAll(SIZE, (_size, first: string, second: string | undefined, of: string) => {
        const sizes = [first, ...(second === undefined ? [] : [second])].map(Number)
        return of === 'cm'
          ? `${sizes.map(size => Math.round(size / CM_PER_INCH)).join(' × ')} in`
          : sizes.map(size => formatDistance(size, unit)).join(' × ')
      })

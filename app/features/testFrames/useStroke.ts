import { ref, shallowRef } from 'vue'
import type { RegionEdit } from '#core/model/schema'

/** A place of a picture, as shares of its width and height. */
export type PicturePlace = readonly [x: number, y: number]

/** Half the width of the brush, as a share of the picture's width. */
export const BRUSH = 0.02
/** Far more places than a region needs are thinned. */
const MOST_PLACES = 300

/** A box, an outline or a stroke of the brush as it is drawn, by hand or by keys. */
export const useStroke = () => {
  const shape = ref<RegionEdit['shape'] | null>(null)
  const places = shallowRef<readonly PicturePlace[]>([])

  const begin = (as: RegionEdit['shape'], place: PicturePlace) => {
    shape.value = as
    places.value = [place]
  }
  const follow = (place: PicturePlace) => {
    if (shape.value) places.value = [...places.value, place]
  }
  const drop = () => {
    shape.value = null
    places.value = []
  }
  /** What was drawn, or nothing where it comes to no region. */
  const finish = (): Pick<RegionEdit, 'shape' | 'points' | 'radius'> | undefined => {
    const [as, drawn] = [shape.value, places.value]
    drop()
    if (!as) return undefined
    const step = Math.max(1, Math.ceil(drawn.length / MOST_PLACES))
    const kept =
      as === 'box'
        ? [drawn[0]!, drawn.at(-1)!]
        : drawn.filter((_, index) => index % step === 0 || index === drawn.length - 1)
    if (as !== 'brush' && kept.length < 2) return undefined
    return { shape: as, points: kept.map(([x, y]): [number, number] => [x, y]), radius: BRUSH }
  }
  return { shape, places, begin, follow, drop, finish }
}

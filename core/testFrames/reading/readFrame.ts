import { falloffOf, type Falloff } from '../../camera/falloff'
import { responseOf } from '../../camera/response'
import { keyFromShading, type ShadedKey } from '../keyFromShading'
import { confidenceOf, type Confidence } from '../../imaging/regions/confidence'
import { meterPoints } from '../../evaluation/probes/points'
import type { StudioSet } from '../../model/schema'
import { flawsOf, shadowOf, type Flaw, type Shadow } from './backdropFlaws'
import { frameLight, type FrameLight } from '../../imaging/picture/frameLight'
import { edgesOf, highlightOf, outlineOf, type Highlight, type Outline } from './outline'
import { framePoints } from '../../evaluation/probes/framePoints'
import { isOwnFraming, readPlace, type PlaceReading } from './places'
import type { Reduced } from '../../imaging/picture/downsample'
import { shrunk } from '../../imaging/regions/maps'
import { BACKDROP, FLOOR, maskOf, SUBJECT, type RegionName } from '../../imaging/regions/regions'
import { quantile } from '../../imaging/regions/smoothField'
import { sensorTone, type SensorTone } from './sensorTone'
import { regionTone, type RegionTone } from './regionTone'
import { valueGrid, type ValueGrid } from '../../imaging/picture/valueGrid'
import { clippingOf, unevenness, type Clipping, type Unevenness } from './unevenness'
import { READ_FRAME_DARKEST, EDGE_PIXELS } from '../thresholds'

/** Everything that is read from a test frame. */
export type FrameReading = {
  parts: Record<RegionName, RegionTone | undefined>
  /** By point of the backdrop; empty where the picture has not the set's own framing. */
  places: Record<string, PlaceReading>
  isOwnFraming: boolean
  /** What was read: the picture's values, or the numbers of the sensor. */
  by: 'picture' | 'sensor'
  /** How far the sensor was from its end on the backdrop, where its own numbers are there. */
  sensor: SensorTone | undefined
  grid: ValueGrid
  unevenness: Unevenness | undefined
  clipping: Clipping
  shadow: Shadow | undefined
  outline: Outline | undefined
  highlight: Highlight | undefined
  /** Where the key comes from by how it shades the face; undefined where no head is large enough. */
  key: ShadedKey | undefined
  edges: { left: number; right: number } | undefined
  flaws: Flaw[]
  /** Pixels of the file by value, and how many there are. */
  histogram: Float64Array
  /** Value that one pixel in a hundred lies under, light of the lens's veil included: where black ends up. */
  black: number
  light: FrameLight
  /** Whether the picture looks like a backdrop with somebody before it. */
  confidence: Confidence
  /** What of the lens's fall-off was taken out. */
  falloff: { kind: Falloff['kind']; cornerStops: number }
}

/** Reads a picture whose regions are known, as the set's camera took it. */
export const readFrame = (set: StudioSet, picture: Reduced, regions: Uint8Array, fNumber?: number): FrameReading => {
  const falloff = falloffOf(set.camera, { fNumber: fNumber ?? set.looks[0]!.exposure.fNumber })
  const light = frameLight(
    picture,
    responseOf(set.camera),
    set.camera.veilingGlare,
    falloff.kind === 'none' ? undefined : falloff,
  )
  const [backdrop, subject, floor] = [BACKDROP, SUBJECT, FLOOR].map(region => maskOf(regions, region)) as [
    Uint8Array,
    Uint8Array,
    Uint8Array,
  ]
  const own = isOwnFraming(set, picture.width, picture.height)
  // A pixel on the edge of the backdrop holds some of what is before it.
  const inside = shrunk(picture, backdrop, EDGE_PIXELS)
  const points = own ? [...meterPoints(set).filter(({ surface }) => surface === 'backdrop'), ...framePoints(set)] : []
  return {
    parts: {
      backdrop: regionTone(picture, light, backdrop),
      subject: regionTone(picture, light, subject),
      floor: regionTone(picture, light, floor),
    },
    places: Object.fromEntries(
      points.flatMap(point => {
        const read = readPlace(set, point, light, inside)
        return read ? [[point.id, read]] : []
      }),
    ),
    isOwnFraming: own,
    by: picture.sensor ? 'sensor' : 'picture',
    sensor: sensorTone(picture, backdrop),
    grid: valueGrid(picture),
    unevenness: unevenness(light, backdrop),
    clipping: clippingOf(light, backdrop),
    shadow: shadowOf(light, backdrop, subject),
    outline: outlineOf(picture, light, backdrop, subject),
    highlight: highlightOf(light, subject),
    key: keyFromShading(light, subject),
    edges: edgesOf(light, subject),
    flaws: flawsOf(light, backdrop),
    histogram: picture.histogram,
    black: quantile(light.value, READ_FRAME_DARKEST),
    light,
    confidence: confidenceOf(picture, regions),
    falloff: { kind: falloff.kind, cornerStops: falloff.cornerStops },
  }
}

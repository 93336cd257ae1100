import { stopWords } from './quantities'
import { formatAperture } from './notation/aperture'
import type { Readout } from '#core/evaluation/readout'

/** Changes smaller than this are not worth a sentence. */
const WORTH_SAYING_STOPS = 0.05

type State = { readouts: readonly Readout[]; cameraFNumber: number }

/**
 * What a change did to the backdrop: `Backdrop middle fell 2.1 stops (241 to 108); the camera stopped down from f/8
 * to f/18.`
 */
export const toneChangeWords = (before: State, after: State, pointId: string): string | undefined => {
  const from = before.readouts.find(readout => readout.point.id === pointId)
  const to = after.readouts.find(readout => readout.point.id === pointId)
  if (!from || !to) return undefined
  const stops = to.stops - from.stops
  const isCamera = Math.abs(after.cameraFNumber / before.cameraFNumber - 1) > 0.01
  const camera = isCamera
    ? `; the camera ${after.cameraFNumber > before.cameraFNumber ? 'stopped down' : 'opened'} with the key from ${formatAperture(before.cameraFNumber)} to ${formatAperture(after.cameraFNumber)}`
    : ''
  if (Math.abs(stops) < WORTH_SAYING_STOPS) return `${to.point.name} held at ${Math.round(to.value ?? 0)}${camera}.`
  const [was, is] = [Math.round(from.value ?? 0), Math.round(to.value ?? 0)]
  const values = () => {
    if (from.value === undefined || to.value === undefined) return ''
    return was === is ? ` and still renders ${is}` : ` (${was} to ${is})`
  }
  return `${to.point.name} ${stops < 0 ? 'fell' : 'rose'} ${stopWords(stops)}${values()}${camera}.`
}

/** What a change did where it did most: `subject shadow side falls 0.6 stop`; or that no reading changed. */
export const greatestChangeWords = (before: readonly Readout[], after: readonly Readout[]): string => {
  const changes = after.flatMap(({ point, stops }) => {
    const from = before.find(readout => readout.point.id === point.id)
    return from ? [{ name: point.name, stops: stops - from.stops }] : []
  })
  const most = changes.reduce<{ name: string; stops: number } | undefined>(
    (best, one) => (!best || Math.abs(one.stops) > Math.abs(best.stops) ? one : best),
    undefined,
  )
  return !most || Math.abs(most.stops) < WORTH_SAYING_STOPS
    ? 'no reading changes by as much as a tenth of a stop.'
    : `${most.name.toLowerCase()} ${most.stops < 0 ? 'falls' : 'rises'} ${stopWords(most.stops)}.`
}

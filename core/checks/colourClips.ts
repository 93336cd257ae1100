import { clippedAlone } from '../evaluation/renderSurface'
import { clipsInColour } from '../evaluation/clipsInColour'
import { about, litOf, problem, type Check } from './finding'
import { turnedBy } from '../edits/edits'

/**
 * Coloured light that clips in one channel while its luminance is far from white: the colour turns pale and flat
 * there.
 */
export const colourClips: Check = context => {
  const found = clipsInColour(context.readouts)
  const [first] = found?.rendered ? clippedAlone(found.rendered) : []
  if (!found || !first) return []
  const { set, look } = context
  const lights = litOf(context, 'backdrop')
  const less = Object.fromEntries(
    lights.map(light => [light.id, turnedBy(light, look.lights[light.id]!, -first.stops)]),
  )
  const finding = problem(
    set,
    'colour-clips',
    {
      is: 'colour-clips',
      pointName: found.point.name,
      value: found.value ?? 0,
      channel: first.channel,
      stops: first.stops,
    },
    lights.length > 0 ? { change: { kind: 'power', lookId: look.id, settings: less } } : undefined,
  )
  return [about([found.point.id, ...lights.map(({ id }) => id)], finding)]
}

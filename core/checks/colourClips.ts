import { clippedAlone } from '../evaluation/renderSurface'
import { clipsInColour } from '../evaluation/clipsInColour'
import { litOf, problem, type Check } from './finding'
import { roundToClicks } from '../physics/units/stops'

/**
 * Coloured light that clips in one channel while its luminance is far from white: the colour turns pale and flat
 * there.
 */
export const colourClips: Check = context => {
  const found = clipsInColour(context.readouts)
  const [first] = found?.rendered ? clippedAlone(found.rendered) : []
  if (!found || !first) return []
  const { look } = context
  const lights = litOf(context, 'backdrop')
  const less = Object.fromEntries(
    lights.map(light => [
      light.id,
      {
        ...look.lights[light.id]!,
        powerStops: Math.max(
          -light.lamp.rangeStops,
          roundToClicks(look.lights[light.id]!.powerStops - first.stops, light.lamp.clickStops),
        ),
      },
    ]),
  )
  return [
    problem(
      'colour-clips',
      {
        is: 'colour-clips',
        pointName: found.point.name,
        value: found.value ?? 0,
        channel: first.channel,
        stops: first.stops,
      },
      lights.length > 0 ? { change: { kind: 'power', lookId: look.id, settings: less } } : undefined,
    ),
  ]
}

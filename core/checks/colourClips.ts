import { clippedAlone } from '../evaluation/renderSurface'
import { clipsInColour } from '../solve/binding'
import { litOf, stopWords, type Check } from './finding'
import { changeSettings } from '../edits/edits'
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
    {
      id: 'colour-clips',
      kind: 'problem',
      words: `${found.point.name} is ${Math.round(found.value ?? 0)} in luminance, but its ${first.channel} channel is ${stopWords(first.stops)} past clipping: the colour goes flat there.`,
      mends:
        lights.length > 0
          ? [
              {
                words: `Take ${stopWords(first.stops)} off the backdrop lights`,
                apply: before => changeSettings(before, look.id, less),
              },
            ]
          : [],
    },
  ]
}

import { demoSet } from '#core/edits/demo'
import { panelOfKind } from '#core/edits/panels'
import type { StudioSet } from '#core/model/schema'

/** The demo set with so many lights: its key, and the rest around the backdrop. */
export const withLights = (count: number): StudioSet => {
  const set = demoSet()
  const lights = Array.from(
    { length: count },
    (_, index) =>
      set.lights[index] ?? {
        ...set.lights[1]!,
        id: `more-${index}`,
        name: `M${index}`,
        place: { xM: -2.4 + ((index * 0.7) % 4.8), yM: 1.6 + (index % 3) * 0.3, zM: 2.4 },
      },
  )
  const look = set.looks[0]!
  return {
    ...set,
    lights,
    looks: [{ ...look, lights: Object.fromEntries(lights.map(light => [light.id, { on: true, powerStops: -4 }])) }],
  }
}

/** The demo set with eight lights and so many boards along the walls. */
export const withPanels = (count: number): StudioSet => ({
  ...withLights(8),
  panels: Array.from({ length: count }, (_, index) => ({
    ...panelOfKind(index % 2 ? 'white-board' : 'black-board', `board-${index}`),
    place: { xM: index % 2 ? 2.6 : -2.6, yM: 0.8 + (Math.floor(index / 2) * 6.8) / Math.max(1, count / 2), zM: 0 },
    turnDeg: index % 2 ? 90 : -90,
    widthM: 0.35,
  })),
})

/** The demo set with so many sitters in rows before the backdrop. */
export const withSitters = (count: number): StudioSet => {
  const set = demoSet()
  const [sitter] = set.subjects
  return {
    ...set,
    subjects: Array.from({ length: count }, (_, index) =>
      index === 0
        ? sitter!
        : {
            ...sitter!,
            id: `sitter-${index}`,
            name: `S${index + 1}`,
            place: { xM: -1.2 + 0.8 * (index % 4), yM: 2.2 + 0.7 * Math.floor(index / 4) },
          },
    ),
  }
}

import { demoSet } from '#core/edits/demo'
import { panelOfKind } from '#core/edits/panels'
import type { StudioSet } from '#core/model/schema'
import { aReading } from './readings'

/** A hall with as many lights and panels as a set may have, and as many readings, each of one light at one place. */
export const heavySet = (lights = 60, panels = 60, readings = 5000): StudioSet => {
  const set = demoSet()
  const look = set.looks[0]!
  const ids = Array.from({ length: lights }, (_, index) => `light-${index}`)
  const lamp = (index: number) => set.lights[index % set.lights.length]!
  const all = ids.map((id, index) => ({
    ...lamp(index),
    id,
    name: `L${index + 1}`,
    job: index === 0 ? ('key' as const) : lamp(index).job,
    place: { xM: -9 + (18 * (index % 10)) / 9, yM: 1.5 + 2.2 * Math.floor(index / 10), zM: 2.2 + 0.1 * (index % 5) },
  }))
  const settings = Object.fromEntries(ids.map(id => [id, { on: true, powerStops: -4 }]))
  return {
    ...set,
    id: 'heavy',
    name: 'As much as there can be',
    room: { ...set.room, widthM: 20, depthM: 16, heightM: 5 },
    lights: all,
    panels: Array.from({ length: panels }, (_, index) => ({
      ...panelOfKind('flag', `panel-${index}`),
      place: { xM: -8.5 + (17 * (index % 12)) / 11, yM: 2.4 + 2.2 * Math.floor(index / 12), zM: 0.3 },
      widthM: 0.6,
      heightM: 1.2,
      turnDeg: 30 * (index % 12) - 180,
    })),
    looks: [{ ...look, lights: settings }],
    readings: Array.from({ length: readings }, (_, index) => {
      const id = ids[index % lights]!
      return aReading({
        id: `reading-${index}`,
        lookId: look.id,
        pointId: ['backdrop/left', 'backdrop/middle', 'backdrop/right', 'subject/key-side'][index % 4]!,
        at: new Date(Date.UTC(2026, 0, 1) + index * 60_000).toISOString(),
        fNumber: 4 + ((index * 7919) % 100) / 25,
        lights: { [id]: { powerStops: -4, directLuxS: 20 + (index % 9), bouncedLuxS: 3 + (index % 5) } },
      })
    }),
  }
}

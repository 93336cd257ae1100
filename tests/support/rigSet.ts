import { demoSet } from '#core/edits/demo'
import { changeFixtures } from '#core/edits/rigEdits'
import { proposedPatch } from '#core/control/patching'
import { addToneLooks } from '#core/looks/lookEdits'
import type { StudioSet } from '#core/model/schema'
import { LOOK_NAMES } from '#wording/tone'

/** The demo's room with lasting lamps in the place of its flash heads, patched by tens, at f/4, 1/60 s and ISO 800. */
export const rigSet = (): StudioSet => {
  const set = demoSet()
  const lasting: StudioSet = {
    ...set,
    lights: set.lights.map(light => ({
      ...light,
      lamp: {
        kind: 'continuous',
        name: 'Panel 300',
        output: { from: 'lux-at-1-m', lux: light.job === 'backdrop' ? 24_000 : 30_000 },
        rangeStops: 8,
        clickStops: 0.1,
        cctK: 5600,
        watts: 300,
        givesStops: 0,
        kitId: null,
      },
    })),
    looks: set.looks.map(look => ({
      ...look,
      lights: Object.fromEntries(Object.keys(look.lights).map(id => [id, { on: true, powerStops: -2 }])),
      exposure: { fNumber: 4, shutterS: 1 / 60, iso: 800, followsPointId: null },
    })),
  }
  return changeFixtures(lasting, proposedPatch(lasting, 'tens'))
}

/** The same room with as many lamps as a set may have, in rows of ten, and a look of every tone. */
export const sixtyLamps = (): StudioSet => {
  const { set } = addToneLooks(rigSet(), 'white', LOOK_NAMES)
  const more = Array.from({ length: 60 - set.lights.length }, (_, index) => ({
    ...set.lights.at(-1)!,
    id: `lamp-${index}`,
    name: `Row ${Math.floor(index / 10) + 1} lamp ${(index % 10) + 1}`,
  }))
  const faint = Object.fromEntries(more.map(({ id }) => [id, { on: true, powerStops: -7 }]))
  const whole: StudioSet = {
    ...set,
    id: 'sixty',
    name: 'Fernhollow sixty',
    lights: [...set.lights, ...more],
    looks: set.looks.map(look => ({ ...look, lights: { ...look.lights, ...faint } })),
  }
  return changeFixtures(whole, proposedPatch(whole, 'tens'))
}

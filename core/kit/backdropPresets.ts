import { grey, type Rgb } from '../physics/units/rgb'
import type { Backdrop } from '../model/schema'

type Preset = Omit<Backdrop, 'centreXM'>

const make = (
  name: string,
  kind: Backdrop['kind'],
  [widthM, heightM, sweepM]: readonly [number, number, number],
  reflectance: Rgb,
  more: Partial<Preset> = {},
): Preset => ({
  name,
  kind,
  widthM,
  heightM,
  sweepM,
  reflectance,
  gloss: null,
  coveRadiusM: 0.35,
  corner: null,
  transmittance: [0, 0, 0],
  mottle: null,
  kitId: null,
  ...more,
})

/** Fine metal flakes and sequins: glints within some 12 degrees of the mirror direction. */
const GLITTER = { kind: 'lobe', share: 0.5, halfWidthDeg: 12 } as const
/** Sponged and brushed by hand: patches of a hand's breadth or two, a quarter of a stop apart. */
const PAINTED = { contrastStops: 0.25, sizeM: 0.3 } as const
const SATIN = { kind: 'lobe', share: 0.08, halfWidthDeg: 25 } as const

/** Generic backdrops. Widths are those that rolls come in; reflectances are typical values from memory. */
export const BACKDROP_KINDS: readonly Preset[] = [
  make('White paper roll', 'paper-roll', [2.72, 2.8, 1.6], grey(0.88)),
  make('Wide white paper roll', 'paper-roll', [3.55, 3, 2.5], grey(0.88)),
  make('Half-width white roll', 'paper-roll', [1.35, 2.4, 0.8], grey(0.88)),
  make('Grey paper roll', 'paper-roll', [2.72, 2.8, 1.6], grey(0.18)),
  make('Black paper roll', 'paper-roll', [2.72, 2.8, 1.6], grey(0.045)),
  make('White vinyl', 'vinyl', [2.75, 2.8, 2.5], grey(0.84), { gloss: SATIN }),
  make('Painted cloth', 'fabric', [2.4, 2.8, 0.8], [0.17, 0.15, 0.13], { mottle: PAINTED }),
  make('Printed scenery', 'fabric', [3, 2.8, 0], [0.3, 0.33, 0.3]),
  make('Glitter curtain', 'fabric', [2.4, 2.7, 0], [0.32, 0.27, 0.16], { gloss: GLITTER }),
  make('White wall', 'painted-wall', [3, 2.4, 0], grey(0.82)),
  make('Grey wall', 'painted-wall', [3, 2.4, 0], grey(0.3)),
  make('Curved stage', 'cyclorama', [5.6, 3.2, 4.5], grey(0.8), { coveRadiusM: 0.9 }),
  make('Lit panel', 'lit-panel', [2, 2.3, 0], grey(0.45), { transmittance: grey(0.4) }),
  make('Green screen', 'keying-screen', [3.2, 3, 1.5], [0.06, 0.32, 0.1]),
  make('Blue screen', 'keying-screen', [3.2, 3, 1.5], [0.05, 0.1, 0.4]),
]

/** A generic backdrop by its name; throws where there is none. */
export const backdropNamed = (name: string): Preset => {
  const found = BACKDROP_KINDS.find(preset => preset.name === name)
  if (!found) throw new RangeError(`No backdrop named "${name}".`)
  return found
}

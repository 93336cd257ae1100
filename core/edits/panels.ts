import type { Gloss, Side } from '../physics/geometry/surface'
import { grey, type Rgb } from '../physics/units/rgb'
import type { Panel } from '../model/schema'

const BLACK: Side = { reflectance: grey(0.04), gloss: null }
const WHITE: Side = { reflectance: grey(0.85), gloss: null }
const CLOTH: Side = { reflectance: grey(0.03), gloss: null }
/** Crinkled foil: most of the light within some 20 degrees of the mirror direction. */
const FOIL: Gloss = { kind: 'lobe', share: 0.7, halfWidthDeg: 18 }
const SILVER: Side = { reflectance: grey(0.4), gloss: FOIL }
const OPEN: Rgb = [0, 0, 0]

type PanelKind = Pick<
  Panel,
  'kind' | 'name' | 'widthM' | 'heightM' | 'hingeDeg' | 'holes' | 'front' | 'back' | 'transmittance'
>

const opaque = (
  kind: string,
  name: string,
  [widthM, heightM]: readonly [number, number],
  [front, back]: readonly [Side, Side],
  hingeDeg: number | null = null,
): PanelKind => ({ kind, name, widthM, heightM, hingeDeg, holes: null, front, back, transmittance: OPEN })

const DIFFUSION: Side = { reflectance: grey(0.45), gloss: null }

/** Generic panels. Sizes are definitions; reflectances, gloss and transmittance are typical values from memory. */
export const PANEL_KINDS: readonly PanelKind[] = [
  opaque('flag', 'Flag 60 × 90 cm', [0.6, 0.9], [CLOTH, CLOTH]),
  opaque('curtain', 'Black curtain', [2.5, 2.6], [CLOTH, CLOTH]),
  opaque('white-board', 'White board 1 × 2 m', [1, 2], [WHITE, BLACK]),
  opaque('black-board', 'Black board 1 × 2 m', [1, 2], [BLACK, WHITE]),
  opaque('silver-board', 'Silver board 1 × 1 m', [1, 1], [SILVER, WHITE]),
  opaque('v-flat', 'V-flat, black inside', [1.2, 2.4], [BLACK, WHITE], 90),
  opaque('v-flat-white', 'V-flat, white inside', [1.2, 2.4], [WHITE, BLACK], 90),
  {
    ...opaque('blinds', 'Blinds 1 × 1 m', [1, 1], [BLACK, BLACK]),
    holes: { kind: 'slats', count: 10, openShare: 0.5 },
  },
  {
    ...opaque('lattice', 'Window lattice 1 × 1.2 m', [1, 1.2], [BLACK, BLACK]),
    holes: { kind: 'lattice', columns: 2, rows: 3, openShare: 0.75 },
  },
  { ...opaque('diffusion-frame', 'Diffusion frame 2 × 2 m', [2, 2], [DIFFUSION, DIFFUSION]), transmittance: grey(0.4) },
]

/** A panel of a kind, standing upright in the middle of the room in front of the backdrop until it is placed. */
export const panelOfKind = (kind: string, id: string): Panel => {
  const found = PANEL_KINDS.find(candidate => candidate.kind === kind)
  if (!found) throw new RangeError(`No panel of kind "${kind}".`)
  return { ...found, id, place: { xM: 0, yM: 1, zM: 0 }, turnDeg: 0, tiltDeg: 0, kitId: null }
}

import { USUALLY_GIVES_STOPS } from '../physics/sources/output'
import { STANDARD_METER } from '../physics/photometry/meter'
import { GELS } from '../physics/sources/gels'
import { MODIFIERS } from '../physics/sources/modifiers'
import { GENERIC_BODY } from '../edits/factories'
import { PANEL_KINDS } from '../edits/panels'
import type { Lamp } from '../model/schema'
import { BACKDROP_KINDS } from './backdropPresets'
import type { Kit } from './kitSchema'

const slug = (name: string): string =>
  name
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')
    .slice(0, 60)

const flash = (name: string, guideNumberM: number): Lamp => ({
  kind: 'flash',
  name,
  output: { from: 'guide-number', guideNumberM, convention: 'metered' },
  givesStops: USUALLY_GIVES_STOPS,
  rangeStops: 7,
  clickStops: 0.1,
  cctK: 5600,
  watts: null,
  kitId: null,
})

const lasting = (name: string, lux: number, watts: number, cctK: number): Lamp => ({
  kind: 'continuous',
  name,
  output: { from: 'lux-at-1-m', lux },
  givesStops: 0,
  rangeStops: 6,
  clickStops: 0.1,
  cctK,
  watts,
  kitId: null,
})

/**
 * Guide numbers and lux at 1 m are typical of their class, from memory; a metered reading of the user's own is
 * better.
 */
const LAMPS: readonly { what: Lamp; count: number }[] = [
  { what: flash('Flash head 200', 41), count: 2 },
  { what: flash('Flash head 400', 58), count: 4 },
  { what: flash('Flash head 1000', 92), count: 1 },
  { what: lasting('LED lamp 200 W', 14000, 200, 5600), count: 2 },
  { what: lasting('Halogen lamp 650 W', 9000, 650, 3200), count: 1 },
]

const listed = <T extends { name: string }>(items: readonly T[], count = 2) =>
  items.map(what => ({ id: slug(what.name), count, notes: '', what }))

/** What a kit holds until the user makes it their own. */
export const genericKit = (): Kit => ({
  lamps: LAMPS.map(({ what, count }) => ({ id: slug(what.name), count, notes: '', what })),
  modifiers: listed(MODIFIERS),
  gels: listed(GELS),
  panels: listed(PANEL_KINDS.map(panel => ({ ...panel, kitId: null }))),
  backdrops: listed(BACKDROP_KINDS, 1),
  cameras: [
    {
      id: 'full-frame',
      count: 1,
      notes: '',
      what: {
        name: 'Full frame, upright',
        what: {
          lens: { focalLengthMm: 85 },
          sensor: { widthMm: 24, heightMm: 36 },
          apertures: { widest: 2.8, smallest: 22, clickStops: 1 / 3 },
          ...GENERIC_BODY,
        },
      },
    },
    {
      id: 'small-sensor',
      count: 1,
      notes: '',
      what: {
        name: 'Small sensor, upright',
        what: {
          lens: { focalLengthMm: 50 },
          sensor: { widthMm: 15.6, heightMm: 23.5 },
          apertures: { widest: 1.8, smallest: 22, clickStops: 1 / 3 },
          ...GENERIC_BODY,
        },
      },
    },
  ],
  meters: [{ id: 'incident-meter', count: 1, notes: '', what: { name: 'Incident meter', ...STANDARD_METER } }],
})

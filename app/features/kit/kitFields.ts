import type { Kit, KitKind } from '#core/kit/kitSchema'
import { grey, luminance, type Rgb } from '#core/physics/units/rgb'

/** A value of a kit item that the user can type. */
export type KitField<W> = {
  label: string
  least: number
  most: number
  unit: string
  digits: number
  /** What is shown in the place of 0, where that stands for not known. */
  zeroWord?: string
  read: (what: W) => number
  write: (what: W, value: number) => W
}

type What<K extends KitKind> = Kit[K][number]['what']

const field = <W>(
  label: string,
  range: Pick<KitField<W>, 'least' | 'most' | 'unit' | 'digits' | 'zeroWord'>,
  read: (what: W) => number,
  write: (what: W, value: number) => W,
): KitField<W> => ({ label, ...range, read, write })

const channel = (index: number, label: string) =>
  field<What<'gels'>>(
    label,
    { least: 0, most: 100, unit: ' %', digits: 0 },
    ({ transmittance }) => 100 * transmittance[index]!,
    (what, value) => ({
      ...what,
      transmittance: what.transmittance.map((part, at) => (at === index ? value / 100 : part)) as unknown as Rgb,
    }),
  )

const bounce = <W extends { reflectance: Rgb }>() =>
  field<W>(
    'Reflectance',
    { least: 0, most: 98, unit: ' %', digits: 0 },
    what => 100 * luminance(what.reflectance),
    (what, value) => {
      const now = luminance(what.reflectance)
      const scaled = what.reflectance.map(part =>
        now > 0 ? (part * value) / 100 / now : value / 100,
      ) as unknown as Rgb
      return { ...what, reflectance: Math.max(...scaled) <= 0.98 ? scaled : grey(Math.min(0.98, value / 100)) }
    },
  )

/** Half the width of a front, or its half width where it is round; and the other way. */
const across = field<What<'modifiers'>>(
  'Front width',
  { least: 0.02, most: 12, unit: ' m', digits: 2 },
  ({ front }) =>
    front.shape === 'rectangle' ? front.widthM : 2 * (front.shape === 'ring' ? front.outerRadiusM : front.radiusM),
  (what, value) => {
    const { front } = what
    switch (front.shape) {
      case 'rectangle':
        return { ...what, front: { ...front, widthM: value } }
      case 'ring':
        return {
          ...what,
          front: { ...front, outerRadiusM: value / 2, innerRadiusM: Math.min(front.innerRadiusM, value / 2 - 0.01) },
        }
      default:
        return { ...what, front: { ...front, radiusM: value / 2 } }
    }
  },
)
const up = field<What<'modifiers'>>(
  'Front height',
  { least: 0.02, most: 12, unit: ' m', digits: 2 },
  ({ front }) => (front.shape === 'rectangle' ? front.heightM : 0),
  (what, value) => (what.front.shape === 'rectangle' ? { ...what, front: { ...what.front, heightM: value } } : what),
)

/** What of each kind can be typed; lamps have a form of their own for their output. */
export const KIT_FIELDS: { [K in KitKind]: readonly KitField<What<K>>[] } = {
  lamps: [
    field(
      'Range',
      { least: 0.5, most: 12, unit: ' stops', digits: 1 },
      what => what.rangeStops,
      (what, rangeStops) => ({ ...what, rangeStops }),
    ),
    field(
      'Click',
      { least: 0.05, most: 1, unit: ' stop', digits: 2 },
      what => what.clickStops,
      (what, clickStops) => ({ ...what, clickStops }),
    ),
    field(
      'Colour',
      { least: 1700, most: 20000, unit: ' K', digits: 0 },
      what => what.cctK,
      (what, cctK) => ({ ...what, cctK }),
    ),
    field(
      'Power draw',
      { least: 0, most: 30000, unit: ' W', digits: 0, zeroWord: 'not known' },
      what => what.watts ?? 0,
      (what, watts) => ({ ...what, watts: watts >= 1 ? watts : null }),
    ),
  ],
  modifiers: [
    across,
    up,
    field(
      'Half as bright at',
      { least: 1, most: 89, unit: '°', digits: 0 },
      what => what.halfIntensityDeg,
      (what, halfIntensityDeg) => ({ ...what, halfIntensityDeg }),
    ),
    field(
      'Costs',
      { least: -6, most: 10, unit: ' stops', digits: 1 },
      what => what.lossStops,
      (what, lossStops) => ({ ...what, lossStops }),
    ),
  ],
  gels: [channel(0, 'Red through'), channel(1, 'Green through'), channel(2, 'Blue through')],
  panels: [
    field(
      'Width',
      { least: 0.05, most: 40, unit: ' m', digits: 2 },
      what => what.widthM,
      (what, widthM) => ({ ...what, widthM }),
    ),
    field(
      'Height',
      { least: 0.05, most: 29, unit: ' m', digits: 2 },
      what => what.heightM,
      (what, heightM) => ({ ...what, heightM }),
    ),
    field(
      'Front reflectance',
      { least: 0, most: 95, unit: ' %', digits: 0 },
      what => 100 * luminance(what.front.reflectance),
      (what, value) => ({ ...what, front: { ...what.front, reflectance: grey(value / 100) } }),
    ),
    field(
      'Back reflectance',
      { least: 0, most: 95, unit: ' %', digits: 0 },
      what => 100 * luminance(what.back.reflectance),
      (what, value) => ({ ...what, back: { ...what.back, reflectance: grey(value / 100) } }),
    ),
    field(
      'Lets through',
      { least: 0, most: 90, unit: ' %', digits: 0 },
      what => 100 * luminance(what.transmittance),
      (what, value) => ({ ...what, transmittance: grey(value / 100) }),
    ),
  ],
  backdrops: [
    field(
      'Width',
      { least: 0.3, most: 40, unit: ' m', digits: 2 },
      what => what.widthM,
      (what, widthM) => ({ ...what, widthM }),
    ),
    field(
      'Height',
      { least: 0.5, most: 29, unit: ' m', digits: 2 },
      what => what.heightM,
      (what, heightM) => ({ ...what, heightM }),
    ),
    field(
      'Sweep',
      { least: 0, most: 20, unit: ' m', digits: 2 },
      what => what.sweepM,
      (what, sweepM) => ({ ...what, sweepM }),
    ),
    bounce(),
  ],
  cameras: [
    field(
      'Sensor wide',
      { least: 2, most: 120, unit: ' mm', digits: 1 },
      ({ what }) => what.sensor.widthMm,
      (item, widthMm) => ({ ...item, what: { ...item.what, sensor: { ...item.what.sensor, widthMm } } }),
    ),
    field(
      'Sensor high',
      { least: 2, most: 120, unit: ' mm', digits: 1 },
      ({ what }) => what.sensor.heightMm,
      (item, heightMm) => ({ ...item, what: { ...item.what, sensor: { ...item.what.sensor, heightMm } } }),
    ),
    field(
      'Lens',
      { least: 4, most: 1200, unit: ' mm', digits: 0 },
      ({ what }) => what.lens.focalLengthMm,
      (item, focalLengthMm) => ({ ...item, what: { ...item.what, lens: { focalLengthMm } } }),
    ),
    field(
      'Widest f/',
      { least: 0.5, most: 64, unit: '', digits: 1 },
      ({ what }) => what.apertures.widest,
      (item, widest) => ({ ...item, what: { ...item.what, apertures: { ...item.what.apertures, widest } } }),
    ),
    field(
      'Smallest f/',
      { least: 0.7, most: 720, unit: '', digits: 1 },
      ({ what }) => what.apertures.smallest,
      (item, smallest) => ({ ...item, what: { ...item.what, apertures: { ...item.what.apertures, smallest } } }),
    ),
    field(
      'Lens flare',
      { least: 0, most: 50, unit: ' %', digits: 1 },
      ({ what }) => 100 * what.veilingGlare,
      (item, value) => ({ ...item, what: { ...item.what, veilingGlare: value / 100 } }),
    ),
  ],
  meters: [
    field(
      'Flat constant',
      { least: 100, most: 1000, unit: ' lx', digits: 0 },
      what => what.flatConstant,
      (what, flatConstant) => ({ ...what, flatConstant }),
    ),
    field(
      'Dome constant',
      { least: 100, most: 1000, unit: ' lx', digits: 0 },
      what => what.domeConstant,
      (what, domeConstant) => ({ ...what, domeConstant }),
    ),
    field(
      'Spot constant',
      { least: 5, most: 30, unit: ' cd/m²', digits: 1 },
      what => what.spotConstant,
      (what, spotConstant) => ({ ...what, spotConstant }),
    ),
  ],
}

/** Kinds of things in a kit, in the order of the page. */
export const KIT_KINDS: readonly { kind: KitKind; name: string; one: string }[] = [
  { kind: 'lamps', name: 'Lamps', one: 'lamp' },
  { kind: 'modifiers', name: 'Modifiers', one: 'modifier' },
  { kind: 'gels', name: 'Gels', one: 'gel' },
  { kind: 'panels', name: 'Panels', one: 'panel' },
  { kind: 'backdrops', name: 'Backdrops', one: 'backdrop' },
  { kind: 'cameras', name: 'Cameras', one: 'camera' },
  { kind: 'meters', name: 'Meters', one: 'meter' },
]

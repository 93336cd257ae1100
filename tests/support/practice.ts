import { evaluate } from '#core/evaluation/evaluation'
import { exposureGain } from '#core/camera/exposureGain'
import { falloffOf } from '#core/camera/falloff'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { roomAdds } from '#core/metering/ambient'
import { demoSet } from '#core/edits/demo'
import { changeSettings, holdPoint } from '#core/edits/edits'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { addLight, aimAtHead, newLight } from '#core/edits/factories'
import { BACKDROP_MIDDLE, KEY_SIDE, LIT_CHEEK, SHADOW_SIDE } from '#core/model/placeIds'
import { CARD_AT_KEY } from '#core/evaluation/probes/points'
import { emitterOf } from '#core/scene/scene'
import type { StudioSet } from '#core/model/schema'
import { GELS, gelStops } from '#core/physics/sources/gels'
import { modifierOfKind } from '#core/physics/sources/modifiers'
import { onProfile, profileOf } from '#core/physics/sources/pattern'
import { distanceForStops } from '#core/tone/keying'
import { ratioOfLight } from '#core/tone/ratio'
import { keyAt, painted, withLight } from './plainSets'
import type { Readout } from '#core/evaluation/readout'
import { grey, luminance } from '#core/physics/units/rgb'

/** A set-up of the trade: the app's figure, what theory or common practice says, and why they differ where they do. */
export type PracticeFigure = {
  what: string
  unit: 'stops' | 'value' | 'm' | ''
  app: number
  theory: number
  /** Where the second figure comes from. */
  source: string
  /** Why the two differ; empty where they do not. */
  why: string
  /** How near the app has to come to its own figure of the page, so that a change is noticed. */
  within: number
}

const CAMERA = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const solve = lightingSolver()

const only = (set: StudioSet, ...ids: string[]): StudioSet =>
  changeSettings(
    set,
    'white',
    Object.fromEntries(set.lights.map(({ id }) => [id, { on: ids.includes(id), powerStops: -2 }])),
  )
const black = painted(demoSet(), 0.01)
/** Straight on the middle of the backdrop, so far away, with a small lamp. */
const onBackdrop = (set: StudioSet, id: string, xM: number, yM: number): StudioSet =>
  withLight(set, id, {
    modifier: modifierOfKind('reflector'),
    place: { xM, yM, zM: 1.6 },
    aim: { at: 'place', place: { xM: 0, yM: 0.02, zM: 1.6 }, featherPanDeg: 0, featherTiltDeg: 0 },
  })

type Read = (pointId: string) => Readout
const readOf = async (set: StudioSet, follows = false): Promise<Read & { set: StudioSet }> => {
  const { layers } = (await solve(set))!
  const lighting = { layers, learned: NOTHING_LEARNED }
  const look = set.looks[0]!
  const { camera, at } = evaluate(set, look, lighting, follows ? undefined : CAMERA)
  const exact = follows ? { ...camera, fNumber: at(KEY_SIDE).fNumber } : camera
  return Object.assign((id: string) => evaluate(set, look, lighting, exact).at(id), { set })
}
const exposureOf = ({ parts }: Readout): number =>
  parts.reduce((sum, part) => sum + part.directLuxS + part.bouncedLuxS, 0)
const stopsBetween = (one: Readout, other: Readout): number => Math.log2(exposureOf(one) / exposureOf(other))

const falloff = async (near: number, far: number): Promise<number> => {
  const small = withLight(only(black, 'key'), 'key', { modifier: modifierOfKind('snoot') })
  const at = async (metres: number) => (await readOf(keyAt(small, metres)))(KEY_SIDE)
  return stopsBetween(await at(far + 0.17), await at(near + 0.17))
}

const figure = (
  what: string,
  unit: PracticeFigure['unit'],
  [app, theory]: readonly [number, number],
  source: string,
  { why = '', within = 0.03 }: { why?: string; within?: number } = {},
): PracticeFigure => ({ what, unit, app, theory, source, why, within })

/** All figures of the page, worked out. */
export const practiceFigures = async (): Promise<PracticeFigure[]> => {
  const demo = demoSet()
  const figures: PracticeFigure[] = []
  const add = (...of: Parameters<typeof figure>) => figures.push(figure(...of))

  add('A small lamp at twice the distance, black hall', 'stops', [await falloff(1, 2), -2], 'inverse square', {
    why: 'Bounce of a hall of 1 %',
  })
  add(
    'f/16 at the subject becomes f/5.6: 1 m to 2.83 m',
    'stops',
    [await falloff(1, Math.sqrt(8)), -3],
    'inverse square; common practice, no source',
    { why: 'Bounce of a hall of 1 %' },
  )

  const octa = withLight(only(black, 'key'), 'key', { modifier: modifierOfKind('octa') })
  const octaAt = async (metres: number) => (await readOf(keyAt(octa, metres + 0.17)))(KEY_SIDE)
  add(
    'An octa of 1.2 m from 3.6 m to 1.2 m: gains',
    'stops',
    [
      stopsBetween(await octaAt(1.2), await octaAt(3.6)),
      2 * Math.log2(3) - Math.log2(1.25) + Math.log2(1 + 0.36 / 12.96),
    ],
    'E = I / (d^2 + R^2), closed form of an even disc',
    { why: 'The front is a little less than even toward its rim (cos^1.2), and a dome reads it' },
  )

  const pair = onBackdrop(onBackdrop(black, 'backdrop-left', -2, 3), 'backdrop-right', 2, 3)
  const [left, both] = [
    await readOf(only(pair, 'backdrop-left')),
    await readOf(only(pair, 'backdrop-left', 'backdrop-right')),
  ]
  add(
    'Two equal lights against one: f/2.8 and f/2.8 read f/4',
    'stops',
    [stopsBetween(both(BACKDROP_MIDDLE), left(BACKDROP_MIDDLE)), 1],
    'N = sqrt(N1^2 + N2^2)',
  )
  const sides = onBackdrop(
    onBackdrop({ ...black, room: { ...black.room, widthM: 9 } }, 'backdrop-left', -3.3, 1.9),
    'backdrop-right',
    3.56,
    2.05,
  )
  add(
    'Side lights at 3.8 and 4.1 m: the nearer gives more',
    'stops',
    [
      stopsBetween(
        (await readOf(only(sides, 'backdrop-left')))(BACKDROP_MIDDLE),
        (await readOf(only(sides, 'backdrop-right')))(BACKDROP_MIDDLE),
      ),
      0.22,
    ],
    'inverse square; the trade says a quarter; common practice, no source',
  )

  const near = {
    ...only(black, 'key'),
    subjects: [{ ...black.subjects[0]!, place: { xM: 0, yM: 2.75 } }],
    camera: { ...black.camera, veilingGlare: 0 },
  }
  const nearKey = await readOf(keyAt(withLight(near, 'key', { place: { xM: -0.5, yM: 3.3, zM: 2 } }), 0.92), true)
  add(
    'Key at 0.75 m, backdrop 2.75 m behind, white paper: renders',
    'value',
    [nearKey(BACKDROP_MIDDLE).value!, 57],
    'inverse square (-4.4 stops) and straight sRGB',
    {
      why: 'A soft key near by falls off less than its distance says, and leans down: less of it goes to the paper',
      within: 2,
    },
  )

  const exposed = await readOf({ ...demo, camera: { ...demo.camera, veilingGlare: 0 } }, true)
  const shirt = (read: Read, fNumber: number) =>
    0.88 * exposureGain({ iso: 100, fNumber }) * exposureOf(read(CARD_AT_KEY))
  const renders = (linear: number) =>
    linear >= 1 ? 255 : 255 * (linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055)
  add(
    'White shirt that looks at the key, exposed for the dome, demo hall: renders',
    'value',
    [renders(shirt(exposed, exposed(KEY_SIDE).fNumber)), 241],
    'white of 88 % level with the camera setting, straight sRGB',
    {
      why: 'The dome takes the hall from all round but divides by 340 and not 250; the shirt takes only what falls on its front',
      within: 2,
    },
  )
  const carded = await readOf(
    holdPoint({ ...demo, camera: { ...demo.camera, veilingGlare: 0 } }, KEY_SIDE, { receptor: 'flat', looks: 'light' }),
    true,
  )
  add(
    'The same, exposed for a card toward the key',
    'value',
    [renders(shirt(carded, carded(KEY_SIDE).fNumber)), 241],
    'the same',
    { why: '', within: 2 },
  )

  const alone = await readOf(only(demo, 'key'))
  add(
    'Lighting ratio, key alone at 40 degrees, demo hall',
    'stops',
    [ratioOfLight(alone(LIT_CHEEK), alone(SHADOW_SIDE), ['key'])!.stops, 4.2],
    'an audit of the same hall by the skin of the picture: 18:1',
    { why: 'A dome in free air beside the head, as it was read before, shows 1.2 stops', within: 0.15 },
  )
  const aloneBlack = await readOf(
    only(painted({ ...demo, backdrop: { ...demo.backdrop, reflectance: grey(0.02) } }, 0.02), 'key'),
  )
  add(
    'The same in a black hall',
    'stops',
    [ratioOfLight(aloneBlack(LIT_CHEEK), aloneBlack(SHADOW_SIDE), ['key'])!.stops, 5.6],
    'the same audit',
    {
      why: 'Another cheek: the one read here lies further round, where a black hall leaves next to nothing',
      within: 0.3,
    },
  )
  const filled = addLight(
    black,
    newLight(black, {
      job: 'fill',
      modifier: modifierOfKind('octa'),
      place: { xM: 0, yM: 6.4, zM: 2 },
      aim: aimAtHead(black.subjects[0]!),
    }),
    { on: true, powerStops: -2 },
  )
  const readFill = async (...ids: string[]) => await readOf(only(filled, ...ids))
  const [keyOnly, fillOnly] = [await readFill('key'), await readFill('fill')]
  const equal = Math.log2(exposureOf(keyOnly(LIT_CHEEK)) / exposureOf(fillOnly(SHADOW_SIDE)))
  const turned = changeSettings(filled, 'white', {
    key: { on: true, powerStops: -2 },
    fill: { on: true, powerStops: -2 + equal - 1 },
    'backdrop-left': { on: false, powerStops: -2 },
    'backdrop-right': { on: false, powerStops: -2 },
  })
  const twoToOne = await readOf(turned)
  add(
    'Key to fill 2:1, each alone: key + fill to fill',
    '',
    [ratioOfLight(twoToOne(LIT_CHEEK), twoToOne(SHADOW_SIDE), ['key'])!.highlightToShadow, 3],
    '(2 + 1) : 1; common practice, no source',
    { why: 'Fill falls on both cheeks a little otherwise, and some key comes round', within: 0.1 },
  )

  // Backdrop against the camera setting: what rules of thumb come to on white paper of 88 %.
  const level = { ...demo, camera: { ...demo.camera, veilingGlare: 0 } }
  const paper = (await readOf(level))(BACKDROP_MIDDLE)
  const paperStops = (value: number) =>
    Math.log2(
      (value / 255 <= 0.04045 ? value / 255 / 12.92 : ((value / 255 + 0.055) / 1.055) ** 2.4) /
        (luminance(paper.rendered!.linear) / 2 ** paper.stops),
    )
  add('White paper wants for 255', 'stops', [paperStops(255), 0.18], 'log2(1 / 0.88)')
  add(
    'White paper wants for mid grey 118',
    'stops',
    [paperStops(118), -2.28],
    'straight sRGB; the trade says 2 to 2.5 down; common practice, no source',
  )
  const veiled = (await readOf(demo))(BACKDROP_MIDDLE)
  add(
    'The lens\u2019s veil of 2 % on the demo\u2019s white',
    'stops',
    [Math.log2(luminance(veiled.rendered!.linear) / luminance(paper.rendered!.linear)), Math.log2(1.02 + 0.02 * -0.35)],
    'glare index times the mean of the frame, here some 65 % of the white',
    { why: 'The mean of the frame is worked out', within: 0.01 },
  )

  const cooling = GELS.find(({ name }) => name === 'Cooling, full')!
  const warming = GELS.find(({ name }) => name === 'Warming, full')!
  add(
    'Full cooling gel on tungsten costs',
    'stops',
    [gelStops(cooling, 3200), 1.6],
    'about a third comes through; typical, from memory',
    { why: 'Derived from the mireds and a peak of 75 %', within: 0.01 },
  )
  add(
    'Full warming gel on flash costs',
    'stops',
    [gelStops(warming, 5600), 0.9],
    'about 55 % comes through; typical, from memory',
    { why: 'Derived from the mireds and a peak of 88 %', within: 0.01 },
  )

  const gridded = emitterOf({ ...demo.lights[1]!, modifier: modifierOfKind('reflector-grid-20') }, demo)
  const at = (degrees: number) => onProfile(profileOf(gridded), Math.cos((degrees * Math.PI) / 180))
  add(
    'A 20-degree honeycomb, 10 degrees off its axis, against the axis',
    'stops',
    [Math.log2(at(10) / at(0)), -1],
    'half at half the rated angle',
    { why: 'The reflector behind it falls off a little too', within: 0.01 },
  )
  const bulb = emitterOf({ ...demo.lights[1]!, modifier: modifierOfKind('bare-bulb') }, demo)
  const dish = emitterOf({ ...demo.lights[1]!, modifier: modifierOfKind('reflector') }, demo)
  add(
    'A bare bulb against the standard reflector, on the axis',
    'stops',
    [Math.log2(luminance(bulb.intensity) / luminance(dish.intensity)), -2.75],
    'the same lamp all round: the reflector gathers three quarters into its beam',
    { why: 'Rounded to a tenth', within: 0.01 },
  )

  const lit = { ...demo, room: { ...demo.room, ambient: { lux: (160 / 64) * 125, cctK: 5600 } } }
  add(
    'Room light six stops under the camera setting adds to a backdrop at -5',
    'stops',
    [
      roomAdds({
        parts: [{ lightId: 'x', directLuxS: 160 / 32, bouncedLuxS: 0 }],
        roomLuxS: (await readOf(lit))(BACKDROP_MIDDLE).roomLuxS,
      }),
      Math.log2(1.5),
    ],
    'log2(1 + 2^-1)',
    { why: '', within: 0.005 },
  )

  const screen = distanceForStops(3, 2.5, 2, -2)
  add('A screen of 3 x 2.5 m, seen from 2 m: its colour falls two stops at', 'm', [screen!, 4], 'inverse square', {
    why: 'A screen is no point: near it falls off less',
    within: 0.05,
  })
  add(
    'A 50 mm lens on 24 x 36 mm: corners lose',
    'stops',
    [
      falloffOf({ ...demo.camera, lens: { focalLengthMm: 50 }, falloff: { use: 'model', fields: [] } }, { fNumber: 8 })
        .cornerStops,
      0.5,
    ],
    'the fourth power of the cosine',
    { why: '', within: 0.01 },
  )
  return figures
}

const shown = (value: number, unit: PracticeFigure['unit']): string =>
  unit === 'value' ? String(Math.round(value)) : `${value < 0 ? '\u2212' : ''}${Math.abs(value).toFixed(2)}`

/** The page as it is written. */
export const practicePage = (figures: readonly PracticeFigure[]): string => `# Figures of practice

Set-ups of the trade with the figure that Keen Tonal works out, the one that theory or common practice gives, and why they differ where they do. Made by \`npm run practice\`; a test holds every figure to what stands here.

| set-up | Keen Tonal | theory or practice | from | why they differ |
|---|---|---|---|---|
${figures.map(({ what, unit, app, theory, source, why }) => `| ${what} | ${shown(app, unit)}${unit && unit !== 'value' ? ` ${unit}` : ''} | ${shown(theory, unit)} | ${source} | ${why} |`).join('\n')}
`

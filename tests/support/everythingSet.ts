import { demoSet } from '#core/edits/demo'
import { panelOfKind } from '#core/edits/panels'
import { NO_OVERRIDES } from '#core/model/overridesSchema'
import type { Light, StudioSet } from '#core/model/schema'
import { MODIFIERS } from '#core/physics/sources/modifiers'
import { aFrame, aReading } from './readings'

const place = (xM: number, yM: number, zM = 0) => ({ xM, yM, zM })
const front = (shape: string) => MODIFIERS.find(modifier => modifier.front.shape === shape)!

/** Lights of which no two are alike: each way to say what a lamp gives, each front, mask and way to aim. */
const everyLight = (model: Light): Light[] => {
  const table = {
    type: 'B' as const,
    verticalDeg: [-90, 0, 90],
    horizontalDeg: [-180, 360],
    relative: [
      [0, 0.5, 1],
      [0.2, 1, 0],
    ],
  }
  const leaves = { lengthM: 0.2, topDeg: -60, bottomDeg: null, leftDeg: 90, rightDeg: 0 }
  const output = [
    { from: 'guide-number', guideNumberM: 32, convention: 'candela-0.063' },
    { from: 'reading', fNumber: 11, distanceM: 2, iso: 200 },
    { from: 'lux-at-1-m', lux: 12_000 },
  ] as const
  const masks = [
    { kind: 'strip', share: 0.4, turnDeg: 30 },
    { kind: 'slats', count: 5, openShare: 0.5, turnDeg: -10 },
    { kind: 'window', columns: 2, rows: 3, barShare: 0.2, turnDeg: 0 },
  ] as const
  return ['rectangle', 'disc', 'ring', 'ball'].map((shape, index): Light => ({
    ...model,
    id: `light/${index}`,
    name: `L${index}`,
    job: (['key', 'fill', 'edge', 'hair'] as const)[index]!,
    lamp: {
      ...model.lamp,
      kind: index === 2 ? 'continuous' : 'flash',
      output: output[index % 3]!,
      watts: 500,
      givesStops: -0.35,
      cctK: 3200,
      kitId: 'own-lamp',
    },
    modifier: {
      ...front(shape),
      cutoff: { angleDeg: 25, softDeg: 4 },
      backSpill: { share: 0.1, halfIntensityDeg: 60 },
      leaves,
      halfScrim: { stops: 1, turnDeg: 45 },
      mask: masks[index % 3]!,
      table: index === 1 ? table : null,
      tilt: { anglesDeg: [0, 180], factors: [1, 0.7] },
      focus: { of: index === 0 ? 'fresnel' : 'parabola', share: 0.3 },
      lens: { spread: 0.09, imageM: 0.4 },
      housing: index === 3 ? null : { frontReflectance: 0.3, backReflectance: 0.1 },
    },
    colour: [1.1, 1, 0.7],
    gel: { name: 'Honey', transmittance: [0.9, 0.45, 0.05] },
    place: place(-1 + index, 4, 2),
    aim:
      index % 2 === 0
        ? { at: 'subject', subjectId: 'sitter', heightM: 1.5, featherPanDeg: -20, featherTiltDeg: 10 }
        : { at: 'place', place: place(0, 0, 1), featherPanDeg: 5, featherTiltDeg: -5 },
    rollDeg: -30,
  }))
}

/** A set in which everything that can be said is said, and nothing as it would be if it were left out. */
export const everythingSet = (): StudioSet => {
  const set = demoSet()
  const lights = everyLight(set.lights[0]!)
  const settings = Object.fromEntries(lights.map(({ id }, index) => [id, { on: index > 0, powerStops: -index }]))
  const look = set.looks[0]!
  const camera = { fNumber: 5.6, shutterS: 1 / 60, iso: 400 }
  const part = { powerStops: -2, directLuxS: 40, bouncedLuxS: 3 }
  const side = { reflectance: [0.1, 0.2, 0.3] as const, gloss: { kind: 'lobe', share: 0.4, halfWidthDeg: 12 } as const }
  return {
    ...set,
    room: { ...set.room, ambient: { lux: 30, cctK: 4300 }, floorGloss: { kind: 'coat', refractiveIndex: 1.5 } },
    backdrop: {
      ...set.backdrop,
      kind: 'cyclorama',
      gloss: { kind: 'lobe', share: 0.2, halfWidthDeg: 20 },
      coveRadiusM: 0.6,
      corner: { side: 'right', depthM: 3 },
      transmittance: [0.1, 0.1, 0.1],
      mottle: { contrastStops: 0.3, sizeM: 0.4 },
      kitId: 'own-cloth',
    },
    subjects: [
      {
        ...set.subjects[0]!,
        hair: [0.3, 0.2, 0.1],
        haircut: 'tied',
        glasses: true,
        pose: 'sitting',
        build: 'child',
        turnDeg: -25,
      },
      { ...set.subjects[0]!, id: 'second', place: { xM: 0.8, yM: 3.6 }, heightM: 1.2 },
    ],
    camera: {
      ...set.camera,
      falloff: {
        use: 'measured',
        fields: [{ focalLengthMm: 105, fNumber: 5.6, columns: 2, rows: 2, stops: [-0.4, -0.3, -0.4, -0.5] }],
      },
      response: {
        kind: 'measured',
        cardReflectance: 0.18,
        steps: [
          { stops: -3, value: 20 },
          { stops: 0, value: 118 },
          { stops: 2.5, value: 255 },
        ],
      },
      whiteBalanceK: 3200,
      syncShutterS: 1 / 160,
      lensLossStops: 0.3,
      sensorHeadroomStops: 1,
      kitId: 'own-camera',
    },
    panels: [
      { ...panelOfKind('v-flat', 'v-flat'), place: place(2, 5), front: side, kitId: 'own-flat' },
      {
        ...panelOfKind('flag', 'slats'),
        place: place(-2, 3),
        holes: { kind: 'slats', count: 4, openShare: 0.5 },
        transmittance: [0.2, 0.2, 0.2],
      },
      {
        ...panelOfKind('flag', 'lattice'),
        place: place(-2, 4),
        holes: { kind: 'lattice', columns: 2, rows: 3, openShare: 0.4 },
      },
    ],
    props: [
      {
        id: 'crate',
        name: 'Crate',
        place: place(1, 3),
        turnDeg: 15,
        form: { shape: 'box', widthM: 0.4, depthM: 0.3, heightM: 0.5 },
        surface: side,
      },
      {
        id: 'drum',
        name: 'Drum',
        place: place(-1, 3),
        turnDeg: 0,
        form: { shape: 'cylinder', radiusM: 0.2, heightM: 0.6 },
        surface: { ...side, gloss: null },
      },
    ],
    points: [{ id: 'own/hand', name: 'Hand', place: place(0.3, 3, 1), turnDeg: 10, tiltDeg: -45, receptor: 'dome' }],
    lights,
    locked: ['crate'],
    groups: [['drum', 'crate']],
    looks: [
      {
        ...look,
        lights: settings,
        exposure: { ...camera, followsPointId: null },
        targets: {
          'subject/key-side': { kind: 'stops', stops: -1, firmness: 'wished' },
          'subject/shadow-side': { kind: 'ratio', stops: -2 },
          'subject/lit-cheek': { kind: 'detail', firmness: 'indifferent' },
          'subject/hair': { kind: 'clip', atMostStops: 0.5 },
          'backdrop/left': { kind: 'value', value: 250, channel: 'blue', firmness: 'hard' },
          'backdrop/middle': { kind: 'lightness', lightness: 90 },
          'backdrop/right': { kind: 'colour', lab: [50, -20, 30], within: 4 },
        },
        areas: [
          { kind: 'even', withinStops: 0.3, firmness: 'wished' },
          { kind: 'pool', xM: -0.3, heightM: 1.4, radiusM: 0.9, depthStops: 1 },
          { kind: 'ramp', toward: 'top', stops: 1 },
          { kind: 'colour', hueDeg: 210, depth: 0.5 },
          { kind: 'wrap', mostStops: -2 },
          { kind: 'apart', leastStops: 0.5 },
        ],
        run: { first: 'backdrop', order: ['ambient'], skipped: ['alone/key'] },
        grid: { over: 'cove', places: 'free', free: [{ across: 0.2, up: 0.9 }] },
        overrides: {
          lights: { 'light/0': { place: place(0, 5, 2), rollDeg: 10 } },
          panels: { slats: { widthM: 1, hingeDeg: null } },
          props: { drum: { turnDeg: 90 } },
          subjects: { second: { heightM: 1.1 } },
          camera: { aimHeightM: 1.1, whiteBalanceK: 5000 },
          backdrop: { sweepM: 2, corner: null },
          out: ['crate'],
        },
      },
      { ...look, id: 'black', name: 'Black', lights: settings, targets: {}, overrides: NO_OVERRIDES },
    ],
    day: {
      date: '2026-12-01',
      people: 3,
      conditions: [
        { kind: 'first', lookId: 'white' },
        { kind: 'together', lookId: 'white', otherId: 'black' },
        { kind: 'dirties', lookId: 'white', minutes: 5 },
      ],
      startsAt: 480,
      endsAt: 1000,
      setUpMinutes: 45,
      rehearsalMinutes: 10,
      strikeMinutes: 20,
      spareMinutes: 3,
      breaks: [{ id: 'lunch', name: 'Lunch', at: 720, minutes: 40 }],
      sitters: [
        {
          id: 'ada',
          name: 'No 1',
          heightM: 1.6,
          skin: [0.4, 0.3, 0.2],
          clothing: [0.1, 0.1, 0.1],
          lookIds: ['white', 'black'],
          minutesPerLook: 8,
          arrivesAt: 500,
          isMinor: true,
          hasGuardian: true,
          isFlashSensitive: true,
          notes: 'Shy.',
        },
      ],
      done: [
        { sitterId: 'ada', lookId: 'white', state: 'skipped', plannedMinutes: 8, tookMinutes: 9.5, endedAt: 510.5 },
      ],
    },
    rig: {
      fixtures: {
        'light/2': {
          universe: 63_999,
          address: 512,
          personality: 'intensity-rgb',
          curve: { kind: 'measured', shares: [0, 0.2, 0.2, 1] },
          temperatureK: [2800, 6000],
          leastLevel: 0.05,
          mostLevel: 0.9,
        },
      },
      rows: [{ name: 'Row', lightIds: ['light/1', 'light/2'] }],
      fadeS: { white: 2.5 },
    },
    meter: { name: 'Old one', flatConstant: 260, domeConstant: 330, spotConstant: 13, kitId: 'own-meter' },
    holds: { 'subject/hair': { receptor: 'retracted', looks: 'between' } },
    readings: [
      aReading({
        lights: { 'light/0': part },
        others: { 'light/1': part },
        looks: 'camera',
        constant: 250,
        roomLuxS: 2,
        meter: 'spot',
        meterName: 'Old one',
        trust: 'sure',
        shown: 'f/8 +0.3',
      }),
    ],
    frames: [
      aFrame({
        lights: settings,
        values: { 'backdrop/middle': 250 },
        expected: { 'backdrop/middle': 245 },
        black: 12,
        by: 'sensor',
        tags: {
          ...camera,
          focalLengthMm: 105,
          compensationStops: -0.3,
          hasFlashFired: false,
          camera: 'Made-up one',
          lens: 'Made-up lens',
        },
        edits: [
          {
            region: 'floor',
            shape: 'box',
            points: [
              [0, 0.8],
              [1, 1],
            ],
            radius: 0.1,
          },
        ],
      }),
    ],
    frozen: { lightStops: { 'light/0': -0.2 }, bounceStops: 0.1 },
  }
}

// Speed of the core on the demo room; prints tables in Markdown. Words on the command line choose among the parts.
import { evaluate } from '#core/evaluation/evaluation'
import { cpus } from 'node:os'
import { toneMapLight } from '#core/render/toneMap'
import { exposureGain } from '#core/camera/exposureGain'
import { frameSum } from '#core/render/frameSum'
import { FOR_MAPS } from '#core/render/frameLight'
import { castFrame } from '#core/render/gBuffer'
import { ontoBackdrop } from '#core/camera/projection'
import { SRGB_RESPONSE } from '#core/camera/response'
import { cameraView, lightView } from '#core/render/takeFrame'
import { cameraSight, frameKeeper } from '#core/render/frameKeeper'
import { onPlainCode } from '#core/physics/loops/loops'
import { learnedExposure } from '#core/calibration/compare'
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { calibrate } from '#core/calibration/calibrate'
import { recordReading } from '#core/metering/record'
import { meteredFNumber } from '#core/physics/photometry/meter'
import { changeGrid, moveLight, moveSubject } from '#core/edits/edits'
import { lightingSolver, withoutLampBodies } from '#core/evaluation/lightingSolver'
import { meterPoints } from '#core/evaluation/probes/points'
import type { Reading, StudioSet } from '#core/model/schema'
import { evenOut } from '#core/solve/evenBackdrop'
import { controlsOf, solveLook } from '#core/solve/lookPowers'
import { solvePowers } from '#core/solve/powers'
import { levelConstraint } from '#core/evaluation/constraint'
import { DRAFT_QUALITY } from '#core/physics/transport/stage'
import { atOnce } from '#core/shared/steps'
import { crowdedSet } from '../support/scenes'
import { readLargeFrames } from './frames'
import { compareKernels } from './kernel'
import { measureLooks } from './looks'
import { measureRecords } from './records'
import { measureRig } from './rig'
import { medianMs, report, shownMs } from './measure'
import { withLights, withPanels, withSitters } from './sets'

const wanted = process.argv.slice(2)
const isWanted = (part: string) => wanted.length === 0 || wanted.includes(part)

const set = withLights(8)
const look = set.looks[0]!
const camera = { fNumber: 10, shutterS: 1 / 125, iso: 100 }
const points = meterPoints(set)
let step = 0
const moved = () => moveLight(set, 'key', { xM: -1 - (step = (step + 1) % 50) / 100, yM: 4.9, zM: 2 })
const subjectMoved = () => moveSubject(set, 'sitter', (step = (step + 1) % 50) / 100, 3.6)

/** The same work by the loops and by the plain code, one after the other in one run. */
const besidePlain = async () => {
  console.log('\nThe loops beside the plain code\n\n| what | loops | plain | ratio |\n|---|---|---|---|')
  const both = async (name: string, make: () => () => unknown) => {
    const [fast, plain] = [make(), await onPlainCode(async () => Promise.resolve(make()))]
    const fastMs = await medianMs({ name, run: fast })
    const plainMs = await onPlainCode(() => medianMs({ name, run: plain }))
    console.log(`| ${name} | ${shownMs(fastMs)} | ${shownMs(plainMs)} | ${(plainMs / fastMs).toFixed(1)} |`)
  }
  await both('from nothing, eight lights', () => () => lightingSolver()(set))
  await both('one light moved, first answer', () => {
    const solver = lightingSolver(DRAFT_QUALITY)
    return () => solver(withoutLampBodies(moved()))
  })
  await both('one light moved, the whole', () => {
    const solver = lightingSolver()
    return () => solver(moved())
  })
  await both('the subject moved, first answer', () => {
    const solver = lightingSolver(DRAFT_QUALITY)
    return () => solver(subjectMoved())
  })
  await both('the subject moved, the whole', () => {
    const solver = lightingSolver()
    return () => solver(subjectMoved())
  })
}

const everyday = async () => {
  const [full, draft] = [lightingSolver(), lightingSolver(DRAFT_QUALITY)]
  const solved = (await full(set))!
  const lighting = { layers: solved.layers, learned: NOTHING_LEARNED }
  const portrait: StudioSet = { ...set, camera: { ...set.camera, sensor: { widthMm: 24, heightMm: 30 } } }
  const view = cameraView(portrait, solved, 400)
  const frame = atOnce(lightView(solved, view))
  const sum = frameSum(frame)
  const exposed = (changed: readonly string[]) => {
    step += 1
    const weights = Object.fromEntries(
      set.lights.map(({ id }) => [id, changed.includes(id) ? 0.05 + (step % 7) / 100 : 0.06]),
    )
    return toneMapLight(sum(weights), exposureGain(camera), [1, 1, 1], SRGB_RESPONSE)
  }
  const quick = lightingSolver(DRAFT_QUALITY)
  // As many points as a dense grid has, each lit by every light in its own share.
  const manyDemands = Array.from({ length: 200 }, (_, index) =>
    levelConstraint(
      set.lights.map((__, light) => 1 + Math.sin(index * 0.13 + light * 1.7) ** 2),
      2 + Math.sin(index * 0.07),
    ),
  )
  const gridded = changeGrid(set, look.id, { over: 'backdrop', places: 'fifteen', free: [] })
  const hundred = Array.from({ length: 100 }, (_, index): Reading => {
    const lightIds = set.lights.slice(0, 1 + (index % set.lights.length)).map(({ id }) => id)
    const reading = recordReading(
      set,
      look,
      { step: { lightIds }, point: points[index % points.length]! },
      { camera, layers: lighting.layers },
      {
        id: `reading-${index}`,
        at: '2026-01-01T00:00:00.000Z',
        fNumber: 8,
        source: 'bench',
      },
    )
    return {
      ...reading,
      fNumber: meteredFNumber(
        learnedExposure(reading.lights, NOTHING_LEARNED) * 2 ** (0.2 * Math.sin(index)),
        camera.iso,
        250,
      ),
    }
  })
  await quick(withoutLampBodies(set))
  await report(
    `Eight lights in the demo room: ${solved.stage.patches.count} patches, ${solved.receivers.length} receivers`,
    [
      {
        name: 'a power changes: readings of the named points',
        budgetMs: 8,
        run: () => evaluate(set, look, lighting, camera).readouts,
      },
      {
        name: 'all powers change: a frame of 400 × 500 again',
        budgetMs: 6,
        run: () => exposed(set.lights.map(({ id }) => id)),
      },
      { name: 'one power changes: a frame of 400 × 500 again', budgetMs: 4, run: () => exposed(['key']) },
      {
        name: 'one light moved, first answer (a quarter of the rays, housings follow with the whole): all points, interreflection included',
        budgetMs: 5,
        run: () => quick(withoutLampBodies(moved())),
      },
      {
        name: 'one light moved, the whole: all lights, what its housing hides included',
        budgetMs: 60,
        run: () => full(moved()),
      },
      {
        name: 'the subject moved, first answer (a quarter of the rays)',
        budgetMs: 30,
        run: () => draft(subjectMoved()),
      },
      { name: 'the subject moved, the whole', budgetMs: 90, run: () => full(subjectMoved()) },
      { name: 'powers solved, 200 targets', budgetMs: 20, run: () => solvePowers(controlsOf(set, look), manyDemands) },
      { name: 'powers solved, four targets', budgetMs: 1, run: () => solveLook(evaluate(set, look, lighting, camera)) },
      {
        name: 'readings calibration, 100 of them',
        run: () =>
          calibrate(
            hundred,
            set.lights.map(({ id }) => id),
          ),
      },
      {
        name: 'what evens the backdrop over fifteen places',
        budgetMs: 1200,
        run: () => evenOut({ set: gridded, look: gridded.looks[0]!, camera, learned: NOTHING_LEARNED }),
      },
      {
        name: 'backdrop map 48 × 36',
        budgetMs: 50,
        run: () => atOnce(lightView(solved, castFrame(solved.stage, ontoBackdrop(set), 48, 36), FOR_MAPS)),
      },
      {
        name: 'picture 400 × 600, edges smooth, sitters as they look: seen and lit by all lights',
        budgetMs: 800,
        isLong: true,
        run: () => atOnce(frameKeeper()(set, solved, cameraSight(set, 400))),
      },
      {
        name: 'the same 64 wide: a first picture',
        budgetMs: 100,
        run: () => atOnce(frameKeeper()(set, solved, cameraSight(set, 64))),
      },
    ],
  )
}

const growth = async () => {
  console.log('\nHow time grows\n\n| what | median |\n|---|---|')
  const line = async (name: string, run: () => unknown) =>
    console.log(`| ${name} | ${shownMs(await medianMs({ name, run }))} |`)
  for (const lights of [1, 4, 8, 16, 30, 60])
    await line(`from nothing, ${lights} light${lights > 1 ? 's' : ''}`, () => lightingSolver()(withLights(lights)))
  for (const sitters of [1, 4, 12]) {
    const group = withSitters(sitters)
    const { stage } = (await lightingSolver()(group))!
    await line(
      `from nothing, 3 lights, ${sitters} sitter${sitters > 1 ? 's' : ''} (${stage.patches.count} patches)`,
      () => lightingSolver()(group),
    )
  }
  for (const panels of [0, 8, 16, 32, 60]) {
    const crowded = withPanels(panels)
    const { stage } = (await lightingSolver()(crowded))!
    await line(`from nothing, 8 lights, ${panels} boards (${stage.patches.count} patches)`, () =>
      lightingSolver()(crowded),
    )
  }
  const solved = (await lightingSolver()(set))!
  for (const width of [100, 200, 400]) {
    const view = cameraView(set, solved, width)
    await line(`frame of ${view.width * view.height} pixels lit by 8 lights`, () => atOnce(lightView(solved, view)))
  }
}

console.log(
  `${new Date().toISOString().slice(0, 10)}, ${cpus().length} cores of ${cpus()[0]?.model}, Node ${process.versions.node}; medians`,
)
if (isWanted('everyday')) await everyday()
if (isWanted('loops')) await besidePlain()
if (isWanted('kernel'))
  await compareKernels([
    { name: 'demo room', set },
    { name: 'crowded room', set: crowdedSet() },
  ])
if (isWanted('growth')) await growth()
if (isWanted('frames')) await readLargeFrames()
if (isWanted('rig')) await measureRig()
if (isWanted('looks')) await measureLooks()
if (isWanted('records')) await measureRecords()

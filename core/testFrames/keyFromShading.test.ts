import { describe, expect, it } from 'vitest'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { demoSet } from '../edits/demo'
import { placeThing } from '../edits/things'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate } from '../evaluation/evaluation'
import { lightingSolver } from '../evaluation/lightingSolver'
import type { FrameLight } from '../imaging/picture/frameLight'
import { headHeightM } from '../model/headHeight'
import { cameraView, exposeFrame, lightViewOf } from '../render/takeFrame'
import { headIn, keyFromShading } from './keyFromShading'

const WIDTH = 200
const EVERYWHERE = 1

/** A picture of the demo's sitter, the key so far round and up, as light and the sitter's own pixels. */
const pictured = async (roundDeg: number, upDeg: number): Promise<{ frame: FrameLight; subject: Uint8Array }> => {
  const demo = demoSet()
  const sitter = demo.subjects[0]!
  const [round, up] = [(roundDeg * Math.PI) / 180, (upDeg * Math.PI) / 180]
  const set = placeThing(demo, 'key', {
    xM: sitter.place.xM + 1.7 * Math.sin(round) * Math.cos(up),
    yM: sitter.place.yM + 1.7 * Math.cos(round) * Math.cos(up),
    zM: headHeightM(sitter) + 1.7 * Math.sin(up),
  })
  const look = set.looks[0]!
  const solved = (await lightingSolver()(set))!
  const { camera } = evaluate(set, look, calibratedLighting(set, solved.layers, NOTHING_LEARNED))
  const work = lightViewOf(set, solved, cameraView(set, solved, WIDTH))
  let turn = work.next()
  while (!turn.done) turn = work.next()
  const { view } = turn.value
  const linear = exposeFrame(set, turn.value, look.lights, camera, NOTHING_LEARNED)
  const count = view.width * view.height
  const subject = Uint8Array.from({ length: count }, (_, at) =>
    Number(solved.stage.scene.surfaces[view.surface[at]!]?.owner === sitter.id),
  )
  const light = Float32Array.from(
    { length: count },
    (_, at) => 0.2126 * linear[at * 3]! + 0.7152 * linear[at * 3 + 1]! + 0.0722 * linear[at * 3 + 2]!,
  )
  const isInRange = new Uint8Array(count).fill(EVERYWHERE)
  return { frame: { width: view.width, height: view.height, light, value: light, isInRange, veil: 0 }, subject }
}

/** A ball that scatters evenly, lit from one side with a share of light from everywhere: Lambert's law, drawn. */
const ball = (roundDeg: number, base: number): { frame: FrameLight; subject: Uint8Array } => {
  const [width, height, radius] = [80, 120, 24]
  const [light, subject] = [new Float32Array(width * height), new Uint8Array(width * height)]
  const [round, up] = [(roundDeg * Math.PI) / 180, (25 * Math.PI) / 180]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [across, down] = [(x - 40) / radius, (y - 50) / (1.35 * radius)]
      const ahead = 1 - across ** 2 - down ** 2
      if (ahead < 0) continue
      const size = Math.hypot(across, Math.sqrt(ahead), down / 1.35)
      const cosine =
        (across * Math.sin(round) * Math.cos(up) +
          Math.sqrt(ahead) * Math.cos(round) * Math.cos(up) -
          (down / 1.35) * Math.sin(up)) /
        size
      subject[y * width + x] = 1
      light[y * width + x] = base + Math.max(0, cosine)
    }
  return {
    frame: { width, height, light, value: light, isInRange: new Uint8Array(light.length).fill(EVERYWHERE), veil: 0 },
    subject,
  }
}

describe('the key by how it shades a face', () => {
  it.each([-75, -45, -20, 0, 33, 60])('finds a light %s° round a drawn head to the step', roundDeg => {
    const { frame, subject } = ball(roundDeg, 0.2)
    const found = keyFromShading(frame, subject)!
    expect(Math.abs(found.roundDeg - roundDeg)).toBeLessThanOrEqual(3)
    expect(found.explained).toBeGreaterThan(0.95)
  })

  it('has the cheeks as far apart as they are drawn, and more light from everywhere brings them nearer', () => {
    const ratio = (base: number) => keyFromShading(ball(-50, base).frame, ball(-50, base).subject)!.ratioStops
    expect(ratio(0.05)).toBeGreaterThan(ratio(0.3) + 0.5)
    expect(keyFromShading(ball(50, 0.3).frame, ball(50, 0.3).subject)!.ratioStops).toBeCloseTo(ratio(0.3), 1)
  })

  it.each([
    [-60, 20],
    [-45, 20],
    [40, 25],
    [70, 10],
  ])(
    'finds a key %s° round and %s° up within 20° in a picture of the sitter, and is sure of it',
    async (roundDeg, upDeg) => {
      const { frame, subject } = await pictured(roundDeg, upDeg)
      const found = keyFromShading(frame, subject)!
      expect(found.isSure).toBe(true)
      expect(Math.abs(found.roundDeg - roundDeg)).toBeLessThanOrEqual(20)
    },
  )

  it('is not sure of a flat light, and says nothing where no head is large enough', () => {
    const flat = ball(0, 1)
    const even = {
      ...flat.frame,
      light: flat.frame.light.map((_, at) => (flat.subject[at] ? 0.4 + 0.02 * ((at * 7) % 5) : 0)),
    }
    expect(keyFromShading(even, flat.subject)!.isSure).toBe(false)
    expect(keyFromShading(flat.frame, new Uint8Array(flat.subject.length))).toBeUndefined()
    const speck = new Uint8Array(flat.subject.length)
    for (let y = 50; y < 58; y++) speck.fill(1, y * 80 + 40, y * 80 + 46)
    expect(keyFromShading(flat.frame, speck)).toBeUndefined()
  })

  it('finds the head over shoulders that are wider', () => {
    const { subject, frame } = ball(0, 1)
    for (let y = 84; y < 120; y++) subject.fill(1, y * 80 + 2, y * 80 + 78)
    const head = headIn(frame, subject)!
    expect(head.x).toBeCloseTo(40, 0)
    expect(head.halfWidth).toBeGreaterThan(22)
    expect(head.halfWidth).toBeLessThan(26)
  })
})

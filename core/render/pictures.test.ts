import { describe, expect, it } from 'vitest'
import { onPlainCode } from '#core/physics/loops/loops'
import { projectionOf, throughLens } from '#core/camera/projection'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { DRAFT_QUALITY } from '#core/physics/transport/stage'
import { castFrame } from '#core/render/gBuffer'
import { frameHeight, lightViewOf } from '#core/render/takeFrame'
import { shownStage } from '#core/render/shownStage'
import { atOnce } from '#core/shared/steps'
import type { StudioSet } from '#core/model/schema'
import { REFERENCE_SETS } from '../../tests/reference/sets'

const WIDTH = 200
const SETS = ['demo hall', 'key at 0.8 m', 'V-flats at both sides', 'gloss floor', 'silver board, barn doors']

const pictureOf = async (set: StudioSet) => {
  const solved = (await lightingSolver(DRAFT_QUALITY)(set))!
  const view = castFrame(solved.stage, throughLens(projectionOf(set)), WIDTH, frameHeight(set, WIDTH), {
    isSmooth: true,
  })
  return { solved, view, frame: atOnce(lightViewOf(set, solved, view)) }
}

const all = (set: StudioSet, layers: Record<string, Float32Array>, at: number) =>
  set.lights.reduce((sum, { id }) => sum + layers[id]![at]!, 0)

const shareOf = (sorted: number[], share: number) => sorted[Math.floor(sorted.length * share)]!

describe('pictures by the fast loops', () => {
  it.each(SETS)('of %s are those of the plain code: 0.005 stop at the 95th percentile', async name => {
    const { set } = REFERENCE_SETS.find(one => one.name === name)!
    const [fast, plain] = [await pictureOf(set), await onPlainCode(() => pictureOf(set))]
    expect(fast.view.surface).toEqual(plain.view.surface)
    const apart: number[] = []
    for (let at = 1; at < WIDTH * fast.view.height * 3; at += 3) {
      const [one, other] = [all(set, fast.frame.layers, at), all(set, plain.frame.layers, at)]
      if (other > 0) apart.push(Math.abs(Math.log2(one / other)))
    }
    apart.sort((a, b) => a - b)
    expect(shareOf(apart, 0.95)).toBeLessThan(0.005)
    expect(shareOf(apart, 0.99)).toBeLessThan(0.05)
  })

  it('show the lamps in wet eyes: a catch light where the key is mirrored, none without it', async () => {
    const { set: demo } = REFERENCE_SETS[0]!
    // A long lens on the face: the eyes are some forty pixels wide.
    const set: StudioSet = {
      ...demo,
      camera: { ...demo.camera, aimHeightM: 1.61, lens: { focalLengthMm: 1200 } },
    }
    const solved = (await lightingSolver(DRAFT_QUALITY)(set))!
    const stage = shownStage(solved.stage)
    const view = castFrame(stage, throughLens(projectionOf(set)), WIDTH, frameHeight(set, WIDTH), {
      isSmooth: true,
      ground: solved.stage,
    })
    const { layers } = atOnce(lightViewOf(set, { ...solved, stage }, view))
    const eyes = Array.from({ length: WIDTH * view.height }, (_, pixel) => pixel).filter(pixel =>
      [...view.mirrorPixel].includes(pixel),
    )
    expect(eyes.length).toBeGreaterThan(200)
    const key = set.lights.find(({ job }) => job === 'key')!
    const peak = (id: string) => Math.max(...eyes.map(pixel => layers[id]![pixel * 3 + 1]!))
    const middle = (id: string) =>
      eyes.map(pixel => layers[id]![pixel * 3 + 1]!).sort((a, b) => a - b)[eyes.length >> 1]!
    expect(peak(key.id)).toBeGreaterThan(6 * middle(key.id))
  })
})

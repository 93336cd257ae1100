import { readFileSync } from 'node:fs'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { castRay, isBlocked, loopsFor, noHit, rayScene } from '#core/physics/geometry/kernel'
import { groundOf } from '#core/physics/transport/follow'
import { loopsHere, onPlainCode } from '#core/physics/loops/loops'
import { startModule } from '#core/physics/loops/module'
import { prepareStage, type Quality, type Stage } from '#core/physics/transport/stage'
import { readField, solveField, viewReceiver } from '#core/physics/transport/lightLayer'
import { emitterOf, sceneOf } from '#core/scene/scene'
import { receiversOf } from '#core/evaluation/probes/points'
import { probesOf } from '#core/evaluation/probes/probes'
import { atOnce } from '#core/shared/steps'
import type { StudioSet } from '#core/model/schema'
import { raysIn, type Ray } from '#support/raysIn'
import { xorshift } from '#support/xorshift'
import { everySurface } from '#support/scenes'
import { expectWithin } from '#support/tolerance'
import { compileLoops } from '../../../scripts/support/compileLoops'
import { REFERENCE_SETS } from '../../../tests/reference/sets'

const QUICK: Quality = {
  raysPerPatch: 16,
  samplesPerPatch: 6,
  raysPerPoint: 256,
  frontForPatches: 3,
  frontForPoints: 6,
  seed: 0,
}
const RAYS = 3000

const staged = (set: StudioSet): Stage => atOnce(prepareStage(sceneOf(set), QUICK))

const lightsOn = (stage: Stage, set: StudioSet) => {
  const points = probesOf(set).flatMap(receiversOf)
  const seen = points.map(point => viewReceiver(stage, point))
  return set.lights.map(light => {
    const field = solveField(stage, emitterOf(light, set))
    return { field, shares: seen.map(receiver => readField(stage, field, receiver)) }
  })
}

describe('the fast loops', () => {
  it('are what their source compiles to', async () => {
    const { text } = await compileLoops()
    const kept = readFileSync(new URL('./loops.wasm.ts', import.meta.url), 'utf8')
    expect(kept.replaceAll(/\s/g, '')).toBe(text.replaceAll(/\s/g, ''))
  })

  it.each(REFERENCE_SETS)('strike what the plain code strikes in $name', ({ set }) => {
    const scene = sceneOf(set)
    const [fast, plain] = [rayScene(scene), onPlainCode(() => rayScene(scene))]
    expect(loopsFor(fast)).toBeDefined()
    expect(loopsFor(plain)).toBeUndefined()
    const [a, b] = [noHit(), noHit()]
    for (const ray of raysIn(set, RAYS, xorshift(7))) {
      castRay(fast, ...ray, a)
      castRay(plain, ...ray, b)
      expect([a.surface, a.triangle, a.isFront]).toEqual([b.surface, b.triangle, b.isFront])
      expectWithin(a.distanceM, b.distanceM, 5e-6)
      const [x, y, z, dx, dy, dz] = ray
      const way = [x, y, z, 3 * dx, 3 * dy, 3 * dz] as Ray
      expect(isBlocked(fast, ...way)).toBe(isBlocked(plain, ...way))
    }
  })

  it.each(REFERENCE_SETS)('light $name as the plain code does', ({ set }) => {
    const [fast, plain] = [staged(set), onPlainCode(() => staged(set))]
    // Hardly a ray in a hundred thousand falls on the other side of a line.
    const others = fast.rows.seen.filter((patch, ray) => patch !== plain.rows.seen[ray]).length
    expect(others).toBeLessThanOrEqual(fast.rows.seen.length / 10_000)
    const [quick, slow] = [lightsOn(fast, set), lightsOn(plain, set)]
    quick.forEach(({ shares }, light) =>
      shares.forEach(({ direct, bounced }, at) => {
        const other = slow[light]!.shares[at]!
        const [sum, expected] = [direct[1] + bounced[1], other.direct[1] + other.bounced[1]]
        expect(Math.abs(Math.log2((sum + 1e-9) / (expected + 1e-9)))).toBeLessThan(1e-4)
      }),
    )
  })

  it('keep several scenes apart that ask in turn', () => {
    const scenes = [everySurface(), sceneOf(REFERENCE_SETS[0]!.set)]
    const [fast, plain] = [scenes.map(rayScene), onPlainCode(() => scenes.map(rayScene))]
    const [a, b] = [noHit(), noHit()]
    for (const [index, ray] of raysIn(REFERENCE_SETS[0]!.set, RAYS, xorshift(7)).slice(0, 200).entries()) {
      castRay(fast[index % 2]!, ...ray, a)
      castRay(plain[index % 2]!, ...ray, b)
      expect([a.surface, a.triangle]).toEqual([b.surface, b.triangle])
    }
  })
})

describe('where the fast loops cannot be used', () => {
  const { meshes, patches, points, rows, front } = loopsHere()!.regions
  const regions = { meshes, patches, points, rows, front }
  const ends = Object.values(regions).map(region => ({ region, end: region.end }))

  afterEach(() => {
    for (const { region, end } of ends) {
      region.end = end
      region.owner = undefined
    }
    vi.unstubAllGlobals()
  })

  it('a machine without WebAssembly, without its vectors, or without room gets none', () => {
    vi.stubGlobal('WebAssembly', undefined)
    expect(startModule()).toBeUndefined()
    vi.stubGlobal('WebAssembly', { validate: () => false })
    expect(startModule()).toBeUndefined()
    const { WebAssembly: own } = globalThis as unknown as { WebAssembly: object }
    vi.stubGlobal('WebAssembly', {
      ...own,
      validate: () => true,
      Memory: function NoMemory() {
        throw new RangeError('no memory')
      },
    })
    expect(startModule()).toBeUndefined()
  })

  it.each(Object.keys(regions) as (keyof typeof regions)[])(
    'light is the same where there is no room for %s',
    region => {
      const { set } = REFERENCE_SETS[0]!
      const whole = lightsOn(staged(set), set)
      regions[region].owner = undefined
      regions[region].end = regions[region].start
      // Meshes that are there already may stay: another scene with another sitter has to do without.
      const made = lightsOn(staged(set), set)
      made.forEach(({ shares }, light) =>
        shares.forEach(({ direct, bounced }, at) => {
          const other = whole[light]!.shares[at]!
          expectWithin(direct[1], other.direct[1], 1e-4 * other.direct[1] + 1e-9)
          expectWithin(bounced[1], other.bounced[1], 1e-4 * other.bounced[1] + 1e-9)
        }),
      )
    },
  )

  it('a scene that does not fit is cast by the plain code', () => {
    const scene = everySurface()
    const plain = onPlainCode(() => rayScene(scene))
    const { scene: region } = loopsHere()!.regions
    const { end } = region
    region.end = region.start
    try {
      const fast = rayScene(scene)
      expect(loopsFor(fast)).toBeUndefined()
      const [a, b] = [noHit(), noHit()]
      castRay(fast, 0.1, 4, 1.5, 0.1, -1, 0.05, a)
      castRay(plain, 0.1, 4, 1.5, 0.1, -1, 0.05, b)
      expect(a).toEqual(b)
    } finally {
      region.end = end
    }
  })

  it('says of a ground with gloss which sides are glossy, so that the loops leave those to the plain code', () => {
    const { set } = REFERENCE_SETS.find(({ name }) => name === 'gloss floor')!
    expect(groundOf(sceneOf(set)).isGlossy).toContain(1)
  })
})

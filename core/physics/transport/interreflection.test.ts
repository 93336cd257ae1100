import { describe, expect, it } from 'vitest'
import { closedBox, everySurface, levelSquare, testEmitter } from '#support/scenes'
import { expectShare, expectStops } from '#support/tolerance'
import { matt, type Scene, type Side } from '../geometry/surface'
import { grey } from '../units/rgb'
import { atOnce } from '../../shared/steps'
import { direction, type Vector } from '../units/vector'
import { castView, gather } from './gather'
import { solveRadiosity } from './interreflection'
import { readField, solveField, viewReceiver, type Receiver } from './lightLayer'
import { prepareStage, type Quality } from './stage'

const sum = (values: Iterable<number>) => [...values].reduce((total, value) => total + value, 0)
const staged = (scene: Scene, quality?: Quality) => atOnce(prepareStage(scene, quality))
const MANY_RAYS: Quality = {
  raysPerPatch: 4096,
  samplesPerPatch: 256,
  raysPerPoint: 64,
  frontForPatches: 2,
  frontForPoints: 2,
  seed: 0,
}
const FLOOR_TO = { ceiling: 1, back: 2, front: 3, left: 4, right: 5 }

/** Share of the floor's rays that end on another wall of a black box. */
const floorSees = (scene: Scene, wall: keyof typeof FLOOR_TO) => {
  const { rows, patches } = staged(scene, MANY_RAYS)
  const from = [...patches.surface.keys()].filter(patch => patches.surface[patch] === 0)
  const seen = from.flatMap(patch => [...rows.seen.subarray(rows.first[patch], rows.first[patch + 1])])
  return seen.filter(patch => patches.surface[patch] === FLOOR_TO[wall]).length / seen.length
}

/**
 * Exposure at a flat receptor (position, facing) from a small Lambertian disc (position, axis) of intensity 1,
 * bounces included.
 */
const exchange = (
  scene: Scene,
  from: [Vector, Vector],
  to: [Vector, Vector],
  receptor: Receiver['receptor'] = 'flat',
) => {
  const stage = staged(scene, {
    raysPerPatch: 256,
    samplesPerPatch: 32,
    raysPerPoint: 8192,
    frontForPatches: 2,
    frontForPoints: 2,
    seed: 0,
  })
  const { direct, bounced } = readField(
    stage,
    solveField(stage, testEmitter({ shape: 'disc', radiusM: 0.01 }, ...from)),
    viewReceiver(stage, { id: 'p', position: to[0], facing: direction(to[1]), receptor }),
  )
  return { direct: direct[1], bounced: bounced[1] }
}

describe('light that bounces', () => {
  // Closed room of one reflectance: in the mean E = flux / (A (1 - rho)), since what is not absorbed goes round again.
  it.each([0.2, 0.5, 0.88])('fills a closed box of reflectance %s as flux / (A (1 - rho))', reflectance => {
    const { patches, rows } = staged(closedBox(3, 4, 2.5, reflectance))
    const amounts = Float64Array.from(patches.surface, surface => (surface === 0 ? 40 / (3 * 4) : 0))
    const { radiosity } = solveRadiosity(patches, rows, { amounts, colour: [1, 1, 1] })
    const area = sum(patches.areaM2)
    const mean = sum(patches.areaM2.map((areaM2, patch) => (areaM2 * radiosity[patch * 3]!) / reflectance)) / area
    expectShare(mean, 40 / (area * (1 - reflectance)), 0.01)
  })

  // View factors of a cube: 0.1998 to the opposite face, 0.2000 to each neighbour (Howell's catalogue C-11 and C-14,
  // from memory).
  it('sees the faces of a cube in the published shares', () => {
    const cube = closedBox(2, 2, 2, 0)
    expectShare(floorSees(cube, 'ceiling'), 0.1998, 0.01)
    for (const side of ['back', 'front', 'left', 'right'] as const) expectShare(floorSees(cube, side), 0.2, 0.01)
  })

  // The same catalogue's closed forms: C-11, equal parallel rectangles a x b at distance c, with X = a / c, Y = b / c:
  // F = 2 / (pi X Y) (ln sqrt((1 + X^2)(1 + Y^2) / (1 + X^2 + Y^2)) + X sqrt(1 + Y^2) atan(X / sqrt(1 + Y^2)) + Y
  // sqrt(1 + X^2) atan(Y / sqrt(1 + X^2)) - X atan X - Y atan Y);
  // C-14, rectangles at right angles with a common edge l, w on the receiver, h on the other, W = w / l, H = h / l.
  it('sees parallel and perpendicular rectangles in the published shares', () => {
    const [a, b, c] = [4, 2, 3]
    const [X, Y] = [a / c, b / c]
    const parallel =
      (2 / (Math.PI * X * Y)) *
      (0.5 * Math.log(((1 + X * X) * (1 + Y * Y)) / (1 + X * X + Y * Y)) +
        X * Math.hypot(1, Y) * Math.atan(X / Math.hypot(1, Y)) +
        Y * Math.hypot(1, X) * Math.atan(Y / Math.hypot(1, X)) -
        X * Math.atan(X) -
        Y * Math.atan(Y))
    const [W, H] = [a / b, c / b]
    const [w2, h2] = [W * W, H * H]
    const perpendicular =
      (1 / (Math.PI * W)) *
      (W * Math.atan(1 / W) +
        H * Math.atan(1 / H) -
        Math.hypot(H, W) * Math.atan(1 / Math.hypot(H, W)) +
        0.25 *
          (Math.log(((1 + w2) * (1 + h2)) / (1 + w2 + h2)) +
            w2 * Math.log((w2 * (1 + w2 + h2)) / ((1 + w2) * (w2 + h2))) +
            h2 * Math.log((h2 * (1 + h2 + w2)) / ((1 + h2) * (h2 + w2)))))
    const room = closedBox(a, b, c, 0)
    expectShare(floorSees(room, 'ceiling'), parallel, 0.01)
    expectShare(floorSees(room, 'left'), perpendicular, 0.01)
  })

  it('reads one stop more on a dome than on a flat disc in a uniform field', () => {
    const stage = staged(closedBox(3, 3, 3, 0.5))
    const even = new Float64Array(stage.patches.count * 3).fill(7)
    expectStops(gather(castView(stage, [1.5, 1.5, 1.5], [0, 1, 0], 'flat', 256), even)[0], 7, 1e-9)
    expectStops(gather(castView(stage, [1.5, 1.5, 1.5], [0, 1, 0], 'dome', 256), even)[2], 14, 1e-9)
  })

  it('never makes light: black walls return none, and no ray is lost in a closed room', () => {
    const black = staged(closedBox(3, 4, 2.5, 0))
    const receiver = viewReceiver(black, { id: 'p', position: [1.5, 2, 1.2], facing: [0, 1, 0], receptor: 'dome' })
    const field = solveField(black, testEmitter({ shape: 'disc', radiusM: 0.1 }, [1.5, 3.5, 2], [0, -1, 0]))
    expect(readField(black, field, receiver).bounced).toEqual([0, 0, 0])
    expect(black.rows.seen.every(patch => patch >= 0)).toBe(true)
    const crowded = staged(everySurface())
    // Glossy sides swallow a few on purpose: what a coat turns away, and lobes that point into their own surface.
    const lost = crowded.rows.seen.filter(patch => patch < 0).length / crowded.rows.seen.length
    expect(lost).toBeLessThan(0.04)
  })

  it('absorbs all that a lamp sends out: in a room full of every surface, what is taken in equals the lamp\u2019s flux', () => {
    const stage = staged(everySurface())
    const { patches } = stage
    const light = testEmitter({ shape: 'disc', radiusM: 0.05 }, [0.8, 6, 2.6], [-0.1, -0.6, -0.4])
    const field = solveField(stage, light)
    const kept = sum(
      patches.areaM2.map((areaM2, patch) => {
        const sent = field.radiosity[patch * 3 + 1]! + field.shining![patch * 3 + 1]!
        const [rho, tau] = [patches.reflectance[patch * 3 + 1]!, patches.transmittance[patch * 3 + 1]!]
        // What a patch takes in, told from what it sends out; sheets that let light through send out for both sides
        // together.
        return rho + tau > 0 ? (areaM2 * sent * (1 - rho - tau)) / (rho + tau) : 0
      }),
    )
    // Less what coats and lobes throw on, which is absorbed elsewhere too, and a little that they swallow.
    expectShare(kept, Math.PI, 0.03)
  })

  // Helmholtz reciprocity: a small even lamp and a flat receptor may change places, whatever stands around.
  it('is the same both ways, past sheets, diffusion and a coated floor', () => {
    const coated: Side = { reflectance: grey(0.4), gloss: { kind: 'coat', refractiveIndex: 1.6 } }
    const scene = closedBox(3, 4, 2.5, 0.6, [
      { ...levelSquare('frame', [1.5, 2, 1.6], 1.2, matt(grey(0.4))), transmittance: grey(0.45) },
      levelSquare('gloss', [1.5, 2, 0.02], 2.4, coated),
    ])
    const [here, there]: [Vector, Vector][] = [
      [
        [0.9, 1.3, 2.2],
        [0.2, 0.3, -1],
      ],
      [
        [2.1, 2.6, 0.7],
        [-0.5, -0.4, 0.3],
      ],
    ]
    const [one, other] = [exchange(scene, here!, there!), exchange(scene, there!, here!)]
    expectStops(one.direct + one.bounced, other.direct + other.bounced, 0.03)
  })
})

describe('what passes, and what mirrors', () => {
  it('lets diffusion through as an even front: the far side receives tau E times the view factor of the frame', () => {
    const frame = { ...levelSquare('frame', [2, 2, 1.5], 1, matt(grey(0))), transmittance: grey(0.5) }
    const scene = closedBox(4, 4, 3, 0, [frame])
    // Lit from far above its middle, nearly evenly: E = cos^4 / h^2 over the frame, taken at 1.2 m by its mean over 1
    // m^2.
    const { direct, bounced } = exchange(
      scene,
      [
        [2, 2, 2.7],
        [0, 0, -1],
      ],
      [
        [2, 2, 0.5],
        [0, 0, 1],
      ],
    )
    const steps = 60
    let expected = 0
    for (let index = 0; index < steps * steps; index++) {
      const [x, y] = [((index % steps) + 0.5) / steps - 0.5, (Math.floor(index / steps) + 0.5) / steps - 0.5]
      const lit = 1.2 ** 2 / (1.2 ** 2 + x * x + y * y) ** 2
      expected += (((0.5 * lit) / Math.PI) * 1) / (1 + x * x + y * y) ** 2 / steps ** 2
    }
    expectStops(direct, expected, 0.02)
    expect(bounced).toBe(0)
  })

  // Fresnel at n = 1.5: 0.04 straight on, 0.0892 at 60 degrees (Born and Wolf; computed from the equations).
  it('mirrors a lamp in a coated floor by Fresnel, as if it stood below', () => {
    const floor = levelSquare('floor-board', [2, 2, 0.01], 3.9, {
      reflectance: grey(0),
      gloss: { kind: 'coat', refractiveIndex: 1.5 },
    })
    const scene = closedBox(4, 4, 3, 0, [floor])
    // Lamp and receptor both 1.01 m up, 2 sqrt(3) m apart: the ray meets the floor at 60 degrees, 4 m long in all.
    const away = 2 * Math.sqrt(3)
    const [left, right] = [2 - away / 2, 2 + away / 2]
    const { bounced } = exchange(
      scene,
      [
        [left, 2, 1.01],
        [0, 0, -1],
      ],
      [
        [right, 2, 1.01],
        [0, 0, -1],
      ],
    )
    // Half of the cosine on leaving and on arriving, over 4^2 m^2.
    expectStops(bounced, (0.0892 * 0.5 * 0.5) / 16, 0.01)
  })

  it('throws a lobe\u2019s share on: what leaves a silver board reaches the walls', () => {
    const sentRound = (share: number) => {
      const board = levelSquare(
        'board',
        [1.5, 1.5, 1.5],
        0.5,
        { reflectance: grey(0), gloss: { kind: 'lobe', share, halfWidthDeg: 15 } },
        matt(grey(0)),
      )
      const stage = staged(closedBox(3, 3, 3, 0.3, [board]))
      const field = solveField(stage, testEmitter({ shape: 'disc', radiusM: 0.02 }, [1.5, 1.5, 2.9], [0, 0, -1]))
      return sum(
        stage.patches.areaM2.map((areaM2, patch) =>
          stage.patches.surface[patch]! < 6 ? (areaM2 * field.radiosity[patch * 3]!) / 0.3 : 0,
        ),
      )
    }
    // Flux of a Lambertian lamp of intensity 1 on half a metre square, 1.4 m below: the mean of cos^4 / h^2 over it.
    const steps = 50
    let flux = 0
    for (let index = 0; index < steps * steps; index++) {
      const [x, y] = [
        (((index % steps) + 0.5) / steps - 0.5) * 0.5,
        ((Math.floor(index / steps) + 0.5) / steps - 0.5) * 0.5,
      ]
      flux += ((1.4 ** 2 / (1.4 ** 2 + x * x + y * y) ** 2) * 0.25) / steps ** 2
    }
    expectShare(sentRound(0.8) - sentRound(0.0001), (0.8 * flux) / (1 - 0.3), 0.04)
  })
})

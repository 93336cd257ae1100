import { describe, expect, it } from 'vitest'
import { expectWithin } from '#support/tolerance'
import { cheekOf } from '../cheek'
import { figureMesh } from '../figureMesh'
import { formField } from '../form'
import { PARTS } from '../poses'
import { EYE } from './head'
import { HAIRCUTS, type Shown } from './shown'
import { isShownMade, keepShown, makeShown, shownMesh } from './shownMesh'
import { SHOWN_MATERIALS, type ShownMaterial } from './shapes'

const SHORT: Shown = { pose: 'standing', build: 'man', haircut: 'short', glasses: false }
const mesh = shownMesh(SHORT)
const numberOf = (material: ShownMaterial) => SHOWN_MATERIALS.indexOf(material)

/** Corners of a triangle, three numbers each. */
const cornersOf = ({ corners, vertices }: typeof mesh, triangle: number) =>
  [0, 1, 2].map(corner => {
    const at = corners[triangle * 3 + corner]! * 3
    return [vertices[at]!, vertices[at + 1]!, vertices[at + 2]!] as const
  })

/** The places and areas of all triangles of a material. */
const middlesOf = (of: typeof mesh, material: ShownMaterial) =>
  Array.from({ length: of.count }, (_, triangle) => triangle)
    .filter(triangle => of.material[triangle] === numberOf(material))
    .map(triangle => [0, 1, 2].map(axis => cornersOf(of, triangle).reduce((sum, corner) => sum + corner[axis]! / 3, 0)))

describe('the figure that pictures show', () => {
  it('is closed: every edge belongs to two triangles that run along it in opposite directions', () => {
    const edges = new Map<string, number>()
    for (let triangle = 0; triangle < mesh.count; triangle++) {
      for (let corner = 0; corner < 3; corner++) {
        const [a, b] = [mesh.corners[triangle * 3 + corner]!, mesh.corners[triangle * 3 + ((corner + 1) % 3)]!]
        const key = a < b ? `${a} ${b}` : `${b} ${a}`
        edges.set(key, (edges.get(key) ?? 0) + (a < b ? 1 : -1))
      }
    }
    expect([...edges.values()].filter(balance => balance !== 0)).toHaveLength(0)
  })

  it('looks outward all over: normals are of unit length and agree with their triangles', () => {
    let turned = 0
    for (let triangle = 0; triangle < mesh.count; triangle++) {
      const [a, b, c] = cornersOf(mesh, triangle) as unknown as [
        readonly number[],
        readonly number[],
        readonly number[],
      ]
      const [u, v] = [b.map((part, axis) => part - a[axis]!), c.map((part, axis) => part - a[axis]!)]
      const facet = [u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!]
      const vertex = mesh.corners[triangle * 3]! * 3
      expectWithin(Math.hypot(...mesh.normals.subarray(vertex, vertex + 3)), 1, 1e-6)
      if (facet.reduce((sum, part, axis) => sum + part * mesh.normals[vertex + axis]!, 0) < 0) turned += 1
    }
    // Creases between lids and eye, or fingers, may be sharper than their triangles.
    expect(turned / mesh.count).toBeLessThan(0.01)
  })

  it('stands where the form stands that light is reckoned with, but for hair and hands', () => {
    const plain = formField(PARTS.standing)
    const away: number[] = []
    const isHand = (at: number) => Math.abs(mesh.vertices[at]!) > 0.12 && mesh.vertices[at + 2]! < 0.51
    for (let at = 0; at < mesh.vertices.length; at += 3)
      if (!isHand(at)) away.push(plain(mesh.vertices[at]!, mesh.vertices[at + 1]!, mesh.vertices[at + 2]!))
    away.sort((a, b) => a - b)
    // Shares of height: 1.4 cm in the middle, 5 cm outside at most, of 1.75 m. Ends of hair and neck lie buried.
    expect(Math.abs(away[Math.floor(away.length / 2)]!)).toBeLessThan(0.008)
    expect(away.at(-1)).toBeLessThan(0.03)
  })

  it('has its cheeks within a centimetre of where a meter reads them', () => {
    for (const side of [-1, 1] as const) {
      const { place } = cheekOf({ pose: 'standing', build: 'man' }, side)
      let nearest = Infinity
      for (let at = 0; at < mesh.vertices.length; at += 3)
        nearest = Math.min(nearest, Math.hypot(...[0, 1, 2].map(axis => mesh.vertices[at + axis]! - place[axis]!)))
      expect(nearest * 1750).toBeLessThan(10)
    }
  })

  it('has two round eyes in front of the skull, a mouth below, and brows above', () => {
    const eyes = [...middlesOf(mesh, 'eyes'), ...middlesOf(mesh, 'irises'), ...middlesOf(mesh, 'pupils')]
    expect(eyes.length).toBeGreaterThan(30)
    for (const [x, y, z] of eyes) {
      expect(y).toBeGreaterThan(0.03)
      expectWithin(Math.abs(x!), EYE.centre[0], 0.01)
      expectWithin(z!, EYE.centre[2], 0.01)
    }
    for (const side of [-1, 1]) expect(eyes.some(([x]) => Math.sign(x!) === side)).toBe(true)
    const [lips, brows] = [middlesOf(mesh, 'lips'), middlesOf(mesh, 'brows')]
    for (const [x, y, z] of lips) {
      expect(Math.abs(x!)).toBeLessThan(0.02)
      expect(y).toBeGreaterThan(0.035)
      expectWithin(z!, 0.8965, 0.008)
    }
    for (const [, , z] of brows) expect(z).toBeGreaterThan(EYE.centre[2])
    expect(brows.length).toBeGreaterThan(10)
  })

  it('bears on the eye the normal of a ball, so that a lamp is mirrored in it as in one', () => {
    let seen = 0
    for (let at = 0; at < mesh.vertices.length; at += 3) {
      const off = [
        mesh.vertices[at]! - EYE.centre[0],
        mesh.vertices[at + 1]! - EYE.centre[1],
        mesh.vertices[at + 2]! - EYE.centre[2],
      ]
      const size = Math.hypot(...off)
      if (Math.abs(size - EYE.radius) > 2e-4 || off[1]! < 0.003) continue
      seen += 1
      off.forEach((part, axis) => expectWithin(mesh.normals[at + axis]!, part / size, 1e-6))
    }
    expect(seen).toBeGreaterThan(20)
  })

  it('belongs to patches of the form that light is reckoned with, all over', () => {
    const plain = figureMesh('standing', 'man')
    expect(Math.max(...mesh.patch)).toBeLessThan(plain.patchCount)
    expect(new Set(mesh.patch).size).toBeGreaterThan(plain.patchCount / 2)
    expect(mesh.under.mesh).toBe(plain)
  })

  it('wears its hair as it is told: none shows the skull, long reaches the shoulders, tied stands out behind', () => {
    const lowest = (of: typeof mesh) => Math.min(1, ...middlesOf(of, 'hair').map(([, , z]) => z!))
    const furthest = (of: typeof mesh) => Math.min(1, ...middlesOf(of, 'hair').map(([, y]) => y!))
    const [short, long, tied, none] = (['short', 'long', 'tied', 'none'] as const).map(haircut =>
      shownMesh({ ...SHORT, haircut }),
    ) as [typeof mesh, typeof mesh, typeof mesh, typeof mesh]
    expect(HAIRCUTS).toHaveLength(4)
    expect(middlesOf(none, 'hair')).toHaveLength(0)
    expect(lowest(long)).toBeLessThan(0.82)
    expect(lowest(short)).toBeGreaterThan(0.86)
    expect(furthest(tied)).toBeLessThan(furthest(short) - 0.01)
  })

  it('sits lower than it stands, and wears glasses before its eyes', () => {
    const sitting = shownMesh({ pose: 'sitting', build: 'man', haircut: 'none', glasses: true })
    expect(Math.max(...sitting.vertices.filter((_, at) => at % 3 === 2))).toBeLessThan(0.83)
    const frames = middlesOf(sitting, 'frames')
    expect(frames.length).toBeGreaterThan(200)
    expect(Math.max(...frames.map(([, y]) => y!))).toBeGreaterThan(EYE.centre[1] + EYE.radius)
  })

  it('is the same when it was made elsewhere and sent as numbers', () => {
    const kind: Shown = { pose: 'standing', build: 'man', haircut: 'tied', glasses: true }
    expect(isShownMade(kind)).toBe(false)
    const numbers = structuredClone(makeShown(kind))
    keepShown(kind, numbers)
    expect(isShownMade(kind)).toBe(true)
    const kept = shownMesh(kind)
    expect(kept.vertices).toEqual(numbers.vertices)
    expect(kept.materialAt!(EYE.centre[0], EYE.centre[1] + EYE.radius, EYE.centre[2])).toBe(numberOf('pupils'))
  })
})

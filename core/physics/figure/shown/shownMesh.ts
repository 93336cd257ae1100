import { triangleMesh, type TriangleMesh } from '../../geometry/triangleMesh'
import { direction, type Vector } from '../../units/vector'
import { mixedTriangles } from '../borders'
import { reshapeOf } from '../builds'
import { figureMesh } from '../figureMesh'
import { SEAT_DROP } from '../poses'
import { DRESS, foldDepth } from './body'
import { glassesPieces } from './glasses'
import { HAIR, lockDepth } from './hair'
import { EYE, faceMaterial, HEAD } from './head'
import { mapped, nearestMaterial, SHOWN_MATERIALS, type Piece, type ShownMaterial } from './shapes'
import type { Shown } from './shown'
import { sparseNet, type Displace, type Net } from './sparseNet'
import { underOf, type Under } from './under'

/**
 * A figure as pictures show it: finer than the form that light is reckoned with, and standing in its place. Its
 * patches are those of that form.
 */
export type ShownMesh = TriangleMesh & {
  /** Where each vertex lies on the form that light is reckoned with. */
  under: Under
  /** How open each vertex lies to its surroundings, 0..1: less in creases of the form. */
  open: Float32Array
  /** Which part each triangle belongs to: the same material may be on several. */
}

type PartOfFigure = {
  pieces: readonly Piece[]
  step: number
  displace?: Displace
  material: (x: number, y: number, z: number) => ShownMaterial
}

/** Sides of the cells of each part, shares of body height: at 1.75 m the face has triangles of 3.5 mm. */
const STEPS = { head: 0.0021, hair: 0.004, hands: 0.003, cloth: 0.008, glasses: 0.0012 }

const partsOf = ({ pose, haircut, glasses }: Shown): PartOfFigure[] => {
  const drop = pose === 'sitting' ? SEAT_DROP : 0
  const lowered = (pieces: readonly Piece[]) => pieces.map(piece => mapped(piece, ([x, y, z]) => [x, y, z - drop]))
  const head = lowered(HEAD)
  const { cloth, hands } = DRESS[pose]
  return [
    {
      pieces: cloth,
      step: STEPS.cloth,
      displace: (x, y, z) => foldDepth(x, y, z + drop),
      material: (x, y, z) => nearestMaterial(cloth, x, y, z),
    },
    {
      pieces: head,
      step: STEPS.head,
      material: (x, y, z) => faceMaterial(nearestMaterial(head, x, y, z), x, y, z + drop),
    },
    { pieces: hands, step: STEPS.hands, material: () => 'skin' },
    {
      pieces: lowered(HAIR[haircut]),
      step: STEPS.hair,
      displace: (x, y, z) => lockDepth(x, y, z + drop),
      material: () => 'hair',
    },
    ...(glasses ? [{ pieces: lowered(glassesPieces()), step: STEPS.glasses, material: () => 'frames' as const }] : []),
  ]
}

/** On the eyeball the normal is the ball's own, so that lamps are mirrored in it without ripples. */
const roundEyes = (vertices: Float64Array, normals: Float64Array, drop: number): void => {
  for (let at = 0; at < vertices.length; at += 3) {
    for (const side of [-1, 1]) {
      const off: Vector = [
        vertices[at]! - side * EYE.centre[0],
        vertices[at + 1]! - EYE.centre[1],
        vertices[at + 2]! - (EYE.centre[2] - drop),
      ]
      if (Math.abs(Math.hypot(...off) - EYE.radius) < 2.5e-4 && off[1] > 0) normals.set(direction(off), at)
    }
  }
}

const joined = (nets: readonly Net[]) => {
  const vertices = Float64Array.from(nets.flatMap(net => net.vertices))
  const normals = Float64Array.from(nets.flatMap(net => net.normals))
  let first = 0
  const faces: number[] = []
  for (const net of nets) {
    for (const vertex of net.faces) faces.push(vertex + first)
    first += net.vertices.length / 3
  }
  return { vertices, normals, faces: Uint32Array.from(faces) }
}

/** Moves and turns a man's form to what the build makes of it. */
const reshape = ({ pose, build }: Shown, vertices: Float64Array, normals: Float64Array): void => {
  const { out, outward } = reshapeOf(pose, build)
  for (let at = 0; at < vertices.length; at += 3) {
    const place: Vector = [vertices[at]!, vertices[at + 1]!, vertices[at + 2]!]
    normals.set(outward(place, [normals[at]!, normals[at + 1]!, normals[at + 2]!]), at)
    vertices.set(out(place), at)
  }
}

/** Makes a figure's numbers, which takes a second or more. */
export const makeShown = (shown: Shown): ShownNumbers => {
  const drop = shown.pose === 'sitting' ? SEAT_DROP : 0
  const parts = partsOf(shown).filter(({ pieces }) => pieces.length > 0)
  const nets = parts.map(({ pieces, step, displace }) => sparseNet(pieces, step, displace))
  const { vertices, normals, faces } = joined(nets)
  roundEyes(vertices, normals, drop)
  const partOfFace = nets.flatMap(({ faces: own }, part) => new Array<number>(own.length / 3).fill(part))
  const placeOf = (face: number, axis: number) =>
    (vertices[faces[face * 3]! * 3 + axis]! +
      vertices[faces[face * 3 + 1]! * 3 + axis]! +
      vertices[faces[face * 3 + 2]! * 3 + axis]!) /
    3
  const numberOf = (material: ShownMaterial) => SHOWN_MATERIALS.indexOf(material)
  const materials = Uint8Array.from(partOfFace, (part, face) =>
    numberOf(parts[part]!.material(placeOf(face, 0), placeOf(face, 1), placeOf(face, 2))),
  )
  reshape(shown, vertices, normals)
  const mesh = triangleMesh(vertices, normals, faces, materials, undefined)
  const { triangleOfVertex, patchOfTriangle } = underOf(figureMesh(shown.pose, shown.build), mesh)
  return {
    ...mesh,
    patch: patchOfTriangle,
    isMixed: bordering(mesh),
    triangleOfVertex,
    open: Float32Array.from(nets.flatMap(net => net.open)),
  }
}

/** A shown figure as it is made elsewhere and sent: all of it that is numbers. */
export type ShownNumbers = Omit<TriangleMesh, 'materialAt'> & {
  isMixed: Uint8Array
  triangleOfVertex: Int32Array
  open: Float32Array
}

/** Completes a figure's numbers by what can be told of its kind. */
const completed = (shown: Shown, { triangleOfVertex, ...mesh }: ShownNumbers): ShownMesh => ({
  ...mesh,
  materialAt: materialAtFor(shown),
  under: { mesh: figureMesh(shown.pose, shown.build), triangleOfVertex, patchOfTriangle: mesh.patch },
})

/** Finer than triangles: the material of the very place, on the face. */
const materialAtFor = (shown: Shown) => {
  const head = partsOf(shown)[1]!
  const { into } = reshapeOf(shown.pose, shown.build)
  return (x: number, y: number, z: number) => SHOWN_MATERIALS.indexOf(head.material(...into(x, y, z)))
}

const FACE = new Set(
  ['skin', 'eyes', 'irises', 'pupils', 'lips', 'brows'].map(name => SHOWN_MATERIALS.indexOf(name as ShownMaterial)),
)

/** What holds lines finer than triangles all over. */
const FINE = new Set(
  (['lips', 'mouth', 'eyes', 'irises', 'pupils'] as const).map(name => SHOWN_MATERIALS.indexOf(name)),
)

/** Triangles of the face that hold several of its materials, or lines finer than they are. */
const bordering = (mesh: TriangleMesh): Uint8Array =>
  mixedTriangles(mesh, material => FACE.has(material)).map((isMixed, triangle) =>
    FINE.has(mesh.material[triangle]!) ? 1 : isMixed,
  )

const meshes = new Map<string, ShownMesh>()

const keyOf = ({ pose, build, haircut, glasses }: Shown): string => `${pose} ${build} ${haircut} ${glasses}`

/** Whether a figure is made already. */
export const isShownMade = (shown: Shown): boolean => meshes.has(keyOf(shown))

/** Keeps a figure that was made elsewhere. */
export const keepShown = (shown: Shown, numbers: ShownNumbers): void => {
  meshes.set(keyOf(shown), completed(shown, numbers))
}

/** The figure as pictures show it, a body height of 1, on its mark and looking along y. Made once for each kind. */
export const shownMesh = (shown: Shown): ShownMesh => {
  if (!isShownMade(shown)) keepShown(shown, makeShown(shown))
  return meshes.get(keyOf(shown))!
}

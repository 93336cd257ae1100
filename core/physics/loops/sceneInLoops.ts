import { STRIDE, type LaidOut } from '../geometry/layOut'
import type { TriangleMesh } from '../geometry/triangleMesh'
import { wideTree, type WideTree } from '../geometry/wideTree'
import {
  BLOCK_BYTES,
  BLOCK_NUMBERS,
  PRIMITIVE_BLOCKS,
  PRIMITIVE_BOX,
  PRIMITIVE_BYTES,
  PRIMITIVE_KIND,
  PRIMITIVE_NODES,
  PRIMITIVE_ROOT,
  PRIMITIVE_SURFACE,
  WALL_FORMS,
  WALL_SURFACES,
} from './layout'
import { claim, takeRoom, type Loops } from './loops'

/** A mesh's triangles as the loops read them. */
type WideMesh = { tree: WideTree; blocks: ArrayBuffer }

/** Where a mesh lies in the memory. */
export type MeshPlace = { nodes: number; blocks: number; root: number; patches: number }

const LANES = 4
const wideMeshes = new WeakMap<TriangleMesh, WideMesh>()

/** Lays the triangles of every leaf into blocks of four; lanes that are left over hold none. */
const wideMeshFrom = ({ tree, triangles }: TriangleMesh): WideMesh => {
  const firstBlock = new Map<number, number>()
  let count = 0
  for (let leaf = 0; leaf < tree.leaves.length / 2; leaf++) {
    firstBlock.set(tree.leaves[leaf * 2]!, count)
    count += Math.ceil(tree.leaves[leaf * 2 + 1]! / LANES)
  }
  const blocks = new ArrayBuffer(count * BLOCK_BYTES)
  const [numbers, whole] = [new Float32Array(blocks), new Int32Array(blocks)]
  for (let leaf = 0; leaf < tree.leaves.length / 2; leaf++) {
    const first = tree.leaves[leaf * 2]!
    for (let index = 0; index < tree.leaves[leaf * 2 + 1]!; index++) {
      const block = firstBlock.get(first)! + Math.floor(index / LANES)
      const lane = index % LANES
      for (let row = 0; row < 9; row++)
        numbers[(block * BLOCK_BYTES) / 4 + row * LANES + lane] = triangles[(first + index) * 9 + row]!
      whole[(block * BLOCK_BYTES + BLOCK_NUMBERS) / 4 + lane] = first + index
    }
  }
  const itemsOf = (first: number, inLeaf: number) => ({
    first: firstBlock.get(first)!,
    count: Math.ceil(inLeaf / LANES),
  })
  return { tree: wideTree(tree, itemsOf), blocks }
}

const wideMeshOf = (mesh: TriangleMesh): WideMesh => {
  const wide = wideMeshes.get(mesh) ?? wideMeshFrom(mesh)
  wideMeshes.set(mesh, wide)
  return wide
}

/** Copies bytes into a region; answers where they lie. */
const put = (loops: Loops, region: Parameters<typeof takeRoom>[0], from: ArrayBuffer): number | undefined => {
  const at = takeRoom(region, from.byteLength)
  if (at !== undefined) loops.bytes.set(new Uint8Array(from), at)
  return at
}

/** Meshes stay from scene to scene until there is no room for another. */
type MeshBook = Map<TriangleMesh, MeshPlace>
const books = new WeakMap<Loops, MeshBook>()

const placeMesh = (loops: Loops, book: MeshBook, mesh: TriangleMesh): MeshPlace | undefined => {
  const known = book.get(mesh)
  if (known) return known
  const { tree, blocks } = wideMeshOf(mesh)
  const region = loops.regions.meshes
  const places = [put(loops, region, tree.nodes), put(loops, region, blocks), takeRoom(region, mesh.patch.byteLength)]
  const [nodesAt, blocksAt, patchesAt] = places
  if (nodesAt === undefined || blocksAt === undefined || patchesAt === undefined || tree.root === undefined)
    return undefined
  loops.i32.set(mesh.patch, patchesAt / 4)
  const place = { nodes: nodesAt, blocks: blocksAt, root: tree.root, patches: patchesAt }
  book.set(mesh, place)
  return place
}

/** Places all meshes of a scene; when they do not fit beside those of others, these have to go. */
const placeMeshes = (loops: Loops, scene: LaidOut): Map<TriangleMesh, MeshPlace> | undefined => {
  const meshes = new Set(scene.bodies.flatMap(body => (body ? [body.mesh] : [])))
  for (const turn of [0, 1]) {
    const known = books.get(loops)
    const book: MeshBook = known && turn === 0 ? known : new Map()
    if (book !== known) {
      books.set(loops, book)
      claim(loops.regions.meshes, book)
      // Whatever was loaded points at meshes that are gone.
      loops.regions.scene.owner = undefined
      loops.regions.patches.owner = undefined
    }
    if ([...meshes].every(mesh => placeMesh(loops, book, mesh))) return book
  }
  return undefined
}

const wideTrees = new WeakMap<LaidOut, WideTree>()

/** The mesh's place in the memory, once its scene is loaded. */
export const meshPlace = (loops: Loops, mesh: TriangleMesh): MeshPlace | undefined => books.get(loops)?.get(mesh)

/**
 * Loads a scene for the loops, unless it is loaded. False where it does not fit: then the plain code has to do.
 */
export const loadScene = (loops: Loops, scene: LaidOut): boolean => {
  const region = loops.regions.scene
  if (region.owner === scene) return true
  const meshes = placeMeshes(loops, scene)
  if (!meshes) return false
  claim(region, scene)
  const tree = wideTrees.get(scene) ?? wideTree(scene.tree, (first, count) => ({ first, count }))
  wideTrees.set(scene, tree)
  const nodes = put(loops, region, tree.nodes)
  const primitives = takeRoom(region, scene.kinds.length * PRIMITIVE_BYTES)
  const walls = scene.walls ? takeRoom(region, WALL_FORMS + 48 * 8) : 0
  if (nodes === undefined || primitives === undefined || walls === undefined) {
    region.owner = undefined
    return false
  }
  const { f64, i32 } = loops
  scene.kinds.forEach((kind, index) => {
    const at = primitives + index * PRIMITIVE_BYTES
    f64.set(scene.data.subarray(index * STRIDE, (index + 1) * STRIDE), at / 8)
    i32[(at + PRIMITIVE_KIND) / 4] = kind
    i32[(at + PRIMITIVE_SURFACE) / 4] = scene.surface[index]!
    f64.set(scene.boxes.subarray(index * 6, index * 6 + 6), (at + PRIMITIVE_BOX) / 8)
    const body = scene.bodies[index]
    if (!body) return
    const mesh = meshes.get(body.mesh)!
    i32[(at + PRIMITIVE_NODES) / 4] = mesh.nodes
    i32[(at + PRIMITIVE_BLOCKS) / 4] = mesh.blocks
    i32[(at + PRIMITIVE_ROOT) / 4] = mesh.root
  })
  if (scene.walls) {
    f64.set(scene.walls.bounds, walls / 8)
    i32.set(scene.walls.surface, (walls + WALL_SURFACES) / 4)
    f64.set(scene.walls.forms, (walls + WALL_FORMS) / 8)
  }
  loops.useTree(tree.root ?? 0, tree.root === undefined ? 1 : 0, nodes, primitives)
  loops.useWalls(walls)
  return true
}

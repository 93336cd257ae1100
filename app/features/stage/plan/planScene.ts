import { boxAbout, type Box, type LabelWish } from '~/features/stage/plan/placeLabels'
import type { PlanMap, Spot } from '~/features/stage/plan/planMap'
import { projectionOf } from '#core/camera/projection'
import type { MeasuredDistance } from '#core/edits/distances'
import { roomBounds } from '#core/model/bounds'
import { CAMERA } from '#core/model/fixedIds'
import type { Panel, StudioSet } from '#core/model/schema'
import { lightOutline, type FlatPlace } from '#core/scene/lightOutlines'
import { figurePlan } from '#core/scene/planOutlines'
import { figureSide, panelSide } from '#core/scene/sideOutlines'
import { panelSheets } from '#core/scene/surfaces/panelSheets'
import { add, type Vector } from '#core/physics/units/vector'

/** Thickness of the backdrop's band of tone, drawn behind y = 0, and of walls, pixels. */
export const BAND_PX = 14
const WALL_PX = 3
/** Half the drawn size of the camera and of a place to read. */
const CAMERA_PX = 14
const POINT_PX = 9
/** A line is kept clear of by places along it, so far apart. */
const STEP_PX = 6
const [LARGE_PX, SMALL_PX] = [14, 12]

type Options = {
  view: 'above' | 'side'
  selectedIds: readonly string[]
  tapes: readonly MeasuredDistance[]
  distance: (metres: number) => string
  /** A name with its sizes as the reader has them. */
  sized: (name: string) => string
}

/** Boxes that things cover on the screen, the words that stand beside them, and the lines that words keep off. */
export type PlanScene = { bodies: (Box & { id: string })[]; wishes: LabelWish[]; lines: Spot[] }

/** What is drawn of a set on a plan or from the side, as boxes, and what is to be written beside it. */
export const planScene = (set: StudioSet, map: PlanMap, options: Options): PlanScene => {
  const isSide = options.view === 'side'
  const spots = (places: readonly FlatPlace[]) => places.map(([depthM, acrossM]) => map.at(depthM, acrossM))
  const flat = ([x, y, z]: Vector): FlatPlace => [y, isSide ? z : x]
  const bodies: PlanScene['bodies'] = []
  const wishes: LabelWish[] = []
  const lines: Spot[] = []
  const body = (id: string, places: readonly FlatPlace[], padPx = 0): Box => {
    const box = boxAbout(spots(places), padPx)
    bodies.push({ id, ...box })
    return box
  }
  const wish = (id: string, words: string, beside: Box, weight: number, isLarge = false) => {
    const isChosen = options.selectedIds.includes(id)
    const sizePx = isLarge ? LARGE_PX : SMALL_PX
    wishes.push({ id, words, beside, sizePx, isBold: isLarge, weight: isChosen ? weight + 100 : weight })
  }
  const line = (from: FlatPlace, to: FlatPlace) => lines.push(...along(map.at(...from), map.at(...to)))

  for (const light of set.lights) {
    const { front, body: housing, stand } = lightOutline(light, set, options.view)
    const beside = body(light.id, [...front, ...housing], 2)
    wish(light.id, light.name, beside, 10, true)
    const [column, , , , boom] = stand
    if (isSide && column) line(column[0]!, column[1]!)
    if (boom) line(boom[0]!, boom[1]!)
  }
  for (const subject of set.subjects) {
    const parts = isSide
      ? figureSide(subject).map(({ from, to, radiusM }) => ({ ends: [from, to], radiusM }))
      : figurePlan(subject).map(part => ({
          ends: [
            [part.fromY, part.fromX],
            [part.toY, part.toX],
          ] as FlatPlace[],
          radiusM: part.radiusM,
        }))
    const boxes = parts.map(({ ends, radiusM }) => boxAbout(spots(ends), radiusM * map.scale))
    const beside = boxAbout(boxes.flatMap(corners))
    bodies.push({ id: subject.id, ...beside })
    if (!isSide) wish(subject.id, subject.name, beside, 3)
  }
  const { camera } = set
  const beside = body(CAMERA, [[camera.place.yM, isSide ? camera.place.zM : camera.place.xM]], CAMERA_PX)
  if (!isSide) {
    wish(CAMERA, `${camera.lens.focalLengthMm} mm`, beside, 2)
    for (const end of viewEnds(set)) line([camera.place.yM, camera.place.xM], end)
  }
  for (const panel of set.panels) {
    const wings = isSide ? panelSide(panel).map(wing => [...wing] as FlatPlace[]) : panelCourse(panel)
    const pieces = wings.flatMap(wing =>
      wing.flatMap((place, at) => (at > 0 ? between(map, wing[at - 1]!, place) : [])),
    )
    for (const spot of pieces) bodies.push({ id: panel.id, ...boxAbout([spot], 4) })
    if (options.selectedIds.includes(panel.id)) wish(panel.id, options.sized(panel.name), boxAbout(pieces, 4), 4)
  }
  for (const { id, name, place, form } of set.props) {
    const half = form.shape === 'box' ? Math.hypot(form.widthM, form.depthM) / 2 : form.radiusM
    const ends: FlatPlace[] = isSide
      ? [
          [place.yM - half, place.zM],
          [place.yM + half, place.zM + form.heightM],
        ]
      : [
          [place.yM - half, place.xM - half],
          [place.yM + half, place.xM + half],
        ]
    const about = body(id, ends)
    if (options.selectedIds.includes(id)) wish(id, name, about, 4)
  }
  if (!isSide) {
    for (const { id, name, place } of set.points) wish(id, name, body(id, [[place.yM, place.xM]], POINT_PX), 4)
    const { centreXM, widthM } = set.backdrop
    const [foot, end] = [map.at(0, centreXM - widthM / 2), map.at(0, centreXM + widthM / 2)]
    const band = boxAbout([foot, end])
    bodies.push({
      id: 'backdrop',
      ...(map.turnDeg === 90 ? { ...band, top: band.top - BAND_PX } : { ...band, left: band.left - BAND_PX }),
    })
  }
  for (const { id, from, to, lengthM } of options.tapes) {
    const ends = [flat(from), flat(to)] as const
    line(...ends)
    const middle = map.at((ends[0][0] + ends[1][0]) / 2, (ends[0][1] + ends[1][1]) / 2)
    wish(`tape-${id}`, options.distance(lengthM), boxAbout([middle], 1), 20, true)
  }
  const { left, right, back, front, floor, ceiling } = roomBounds(set.room)
  const [low, high] = isSide ? [floor, ceiling] : [left, right]
  const outer = boxAbout([map.at(back, low), map.at(front, high)])
  for (const wall of wallsOf(outer)) bodies.push({ id: 'wall', ...wall })
  if (!isSide) {
    const words = `${options.distance(right - left)} × ${options.distance(front - back)}, ${options.distance(ceiling)} high`
    const [third, edge] = [(outer.right - outer.left) / 3, { top: outer.bottom - WALL_PX, bottom: outer.bottom }]
    const besides = [
      { ...outer, ...edge },
      { ...outer, ...edge, left: outer.left + third },
      { ...outer, ...edge, right: outer.right - third },
      { ...outer, bottom: outer.top + WALL_PX, left: outer.left + third },
      { ...outer, bottom: outer.top + WALL_PX },
    ]
    wishes.push({ id: 'room', words, beside: besides[0]!, or: besides.slice(1), sizePx: SMALL_PX, weight: 1 })
  }
  return { bodies, wishes, lines }
}

const corners = ({ left, top, right, bottom }: Box): Spot[] => [
  { x: left, y: top },
  { x: right, y: bottom },
]

/** Places along a line on the screen. */
const along = (from: Spot, to: Spot): Spot[] => {
  const steps = Math.ceil(Math.hypot(to.x - from.x, to.y - from.y) / STEP_PX)
  return Array.from({ length: steps }, (_, step) => ({
    x: from.x + ((to.x - from.x) * step) / steps,
    y: from.y + ((to.y - from.y) * step) / steps,
  }))
}
const between = (map: PlanMap, from: FlatPlace, to: FlatPlace) => along(map.at(...from), map.at(...to))

const wallsOf = ({ left, top, right, bottom }: Box): Box[] => [
  { left, right, top: top - WALL_PX, bottom: top + WALL_PX },
  { left, right, top: bottom - WALL_PX, bottom: bottom + WALL_PX },
  { top, bottom, left: left - WALL_PX, right: left + WALL_PX },
  { top, bottom, left: right - WALL_PX, right: right + WALL_PX },
]

/** The outline of each wing of a panel from above. */
const panelCourse = (panel: Panel): FlatPlace[][] =>
  panelSheets(panel).map(({ corner, edgeS, edgeT }) =>
    [corner, add(corner, edgeS), add(add(corner, edgeS), edgeT), add(corner, edgeT), corner].map(
      ([x, y]): FlatPlace => [y, x],
    ),
  )

/** Where the two sides of the camera's view meet the plane of the drop, from above. */
export const viewEnds = (set: StudioSet): FlatPlace[] => {
  const { eye, ahead, right, halfWidth } = projectionOf(set)
  return [-1, 1].map((side): FlatPlace => {
    const way = [ahead[0] + side * halfWidth * right[0], ahead[1] + side * halfWidth * right[1]] as const
    const length = way[1] < 0 ? eye[1] / -way[1] : 1
    return [eye[1] + way[1] * length, eye[0] + way[0] * length]
  })
}

import { BACKDROP_PLACES } from '../model/placeIds'
import type { StudioSet } from '../model/schema'
import type { Annotation, StudioRecord } from './recordSchema'
import { SAME_PLACE_M } from './thresholds'

/** What a list, a search and statistics have to know of a record, without its set. */
export type RecordHead = {
  id: string
  at: string
  from: StudioRecord['from']
  setId: string
  setName: string
  lookName: string
  sitter: string | null
  headline: string
  isOnTarget: boolean
  /** Mean pixel value of the backdrop; null where none is rendered. */
  tone: number | null
  backdrop: string
  /** Width, depth and height, metres. */
  room: readonly [number, number, number]
  lamps: readonly string[]
  modifiers: readonly string[]
  /** Equal for records whose lights, subjects and camera stand within half a decimetre of each other. */
  placement: string
  meanOffStops: number | null
  /** What readings had shown of each lamp that was read, by light letter and lamp name, stops over its rating. */
  lampStops: readonly { lamp: string; stops: number }[]
} & Annotation

const placementOf = ({ lights, subjects, camera, backdrop }: StudioSet, isOn: (id: string) => boolean): string => {
  const step = (metres: number) => Math.round(metres / SAME_PLACE_M)
  const at = ({ xM, yM, zM = 0 }: { xM: number; yM: number; zM?: number }) => [step(xM), step(yM), step(zM)]
  return JSON.stringify([
    lights
      .filter(({ id }) => isOn(id))
      .map(({ job, place, modifier }) => [job, modifier.name, ...at(place)])
      .toSorted((a, b) => JSON.stringify(a).localeCompare(JSON.stringify(b))),
    subjects.map(({ place }) => at(place)),
    at(camera.place),
    backdrop.name,
  ])
}

/** What lists show of a record, with what is written on it. */
export const recordHead = (record: StudioRecord, annotation: Annotation): RecordHead => {
  const { set, places } = record
  const [look] = set.looks
  const isOn = (id: string) => look!.lights[id]?.on === true
  const ids: ReadonlySet<string> = new Set(BACKDROP_PLACES.map(({ id }) => id))
  const values = places.flatMap(({ pointId, value }) => (ids.has(pointId) && value !== null ? [value] : []))
  const on = set.lights.filter(({ id }) => isOn(id))
  const read = new Set(set.readings.flatMap(({ lights }) => Object.keys(lights)))
  return {
    id: record.id,
    at: record.at,
    from: record.from,
    setId: record.setId,
    setName: set.name,
    lookName: look!.name,
    sitter: record.sitter,
    headline: record.headline,
    isOnTarget: record.isOnTarget,
    tone: values.length > 0 ? values.reduce((sum, value) => sum + value, 0) / values.length : null,
    backdrop: set.backdrop.name,
    room: [set.room.widthM, set.room.depthM, set.room.heightM],
    lamps: [...new Set(on.map(({ lamp }) => lamp.name))],
    modifiers: [...new Set(on.map(({ modifier }) => modifier.name))],
    placement: placementOf(set, isOn),
    meanOffStops: record.agreement?.meanStops ?? null,
    lampStops: set.lights.flatMap(({ id, name, lamp }) =>
      read.has(id) ? [{ lamp: `${name}: ${lamp.name}`, stops: record.lampStops[id] ?? 0 }] : [],
    ),
    ...annotation,
  }
}

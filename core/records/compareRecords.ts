import { lightDistance } from '../edits/distances'
import { isEqual } from '../edits/patch'
import type { CameraSetting, Light, StudioSet } from '../model/schema'
import type { StudioRecord } from './recordSchema'

/** One thing that two records have differently: figures as they are, for words to be made of. */
export type RecordDifference =
  | { kind: 'room'; one: readonly [number, number, number]; other: readonly [number, number, number] }
  | { kind: 'backdrop' | 'lens' | 'kit'; name: string; one: string; other: string }
  | { kind: 'exposure'; name: string; one: CameraSetting; other: CameraSetting }
  | { kind: 'length'; name: string; oneM: number; otherM: number }
  | { kind: 'power'; name: string; oneStops: number | null; otherStops: number | null }
  | { kind: 'only'; name: string; isInOne: boolean }

/** A place in both records, stops over the camera setting and pixel value. */
export type PlaceDifference = {
  pointId: string
  name: string
  oneStops: number
  otherStops: number
  oneValue: number | null
  otherValue: number | null
}

/** Lengths that differ by less are the same, metres. */
const SAME_M = 0.02

/** The lights of two records, paired by name and job, else by job in their order. */
const paired = (one: readonly Light[], other: readonly Light[]): [Light | undefined, Light | undefined][] => {
  const left = [...other]
  const pairs = one.map((light): [Light | undefined, Light | undefined] => {
    const exact = left.findIndex(({ name, job }) => name === light.name && job === light.job)
    const at = exact >= 0 ? exact : left.findIndex(({ job }) => job === light.job)
    return [light, at >= 0 ? left.splice(at, 1)[0] : undefined]
  })
  return [...pairs, ...left.map((light): [Light | undefined, Light | undefined] => [undefined, light])]
}

const length = (name: string, oneM: number, otherM: number): RecordDifference[] =>
  Math.abs(oneM - otherM) > SAME_M ? [{ kind: 'length', name, oneM, otherM }] : []

const text = (kind: 'backdrop' | 'lens' | 'kit', name: string, one: string, other: string): RecordDifference[] =>
  one === other ? [] : [{ kind, name, one, other }]

const sizeOf = ({ room }: StudioSet) => [room.widthM, room.depthM, room.heightM] as const

/** Everything that two records have differently, in the order of the work: room, backdrop, subject, lights, camera. */
export const differencesOf = (one: StudioRecord, other: StudioRecord): RecordDifference[] => {
  const [a, b] = [one.set, other.set]
  const settingOf = ({ set }: StudioRecord, id: string) => set.looks[0]!.lights[id]!
  const lights = paired(a.lights, b.lights).flatMap(([left, right]): RecordDifference[] => {
    const name = `${(left ?? right)!.name} ${(left ?? right)!.job}`
    if (!left || !right) return [{ kind: 'only', name, isInOne: left !== undefined }]
    const [was, is] = [settingOf(one, left.id), settingOf(other, right.id)]
    const powers = [was, is].map(({ on, powerStops }) => (on ? powerStops : null))
    return [
      ...text('kit', name, `${left.lamp.name}, ${left.modifier.name}`, `${right.lamp.name}, ${right.modifier.name}`),
      ...length(`${name}, to what it lights`, lightDistance(left, a).lengthM, lightDistance(right, b).lengthM),
      ...length(`${name}, from the backdrop`, left.place.yM, right.place.yM),
      ...length(`${name}, high`, left.place.zM, right.place.zM),
      ...(powers[0] === powers[1] || Math.abs((powers[0] ?? -99) - (powers[1] ?? -99)) < 0.01
        ? []
        : [{ kind: 'power' as const, name, oneStops: powers[0]!, otherStops: powers[1]! }]),
    ]
  })
  return [
    ...(sizeOf(a).some((metres, at) => Math.abs(metres - sizeOf(b)[at]!) > SAME_M)
      ? [{ kind: 'room' as const, one: sizeOf(a), other: sizeOf(b) }]
      : []),
    ...text('backdrop', 'Backdrop', a.backdrop.name, b.backdrop.name),
    ...length('Subject, from the backdrop', a.subjects[0]!.place.yM, b.subjects[0]!.place.yM),
    ...lights,
    ...length('Camera, from the backdrop', a.camera.place.yM, b.camera.place.yM),
    ...text('lens', 'Lens', `${a.camera.lens.focalLengthMm} mm`, `${b.camera.lens.focalLengthMm} mm`),
    ...(isEqual(one.camera, other.camera)
      ? []
      : [{ kind: 'exposure' as const, name: 'Camera', one: one.camera, other: other.camera }]),
  ]
}

/** Places that both records have, with the light of each. */
export const placesOf = (one: StudioRecord, other: StudioRecord): PlaceDifference[] =>
  one.places.flatMap(({ pointId, name, stops, value }) => {
    const there = other.places.find(place => place.pointId === pointId)
    return there
      ? [{ pointId, name, oneStops: stops, otherStops: there.stops, oneValue: value, otherValue: there.value }]
      : []
  })

import { lightDistance } from '../edits/distances'
import { isEqual } from '../edits/patch'
import type { CameraSetting, Light, StudioSet } from '../model/schema'
import type { StudioRecord } from './recordSchema'
import { SAME_LENGTH_M } from './thresholds'

/** One thing that two records have differently: figures as they are, for words to be made of. */
export type RecordDifference =
  | { kind: 'room'; one: readonly [number, number, number]; other: readonly [number, number, number] }
  | { kind: 'backdrop'; one: string; other: string }
  | { kind: 'lens'; oneMm: number; otherMm: number }
  | { kind: 'exposure'; one: CameraSetting; other: CameraSetting }
  | { kind: 'kit'; light: NamedLight; one: Fitted; other: Fitted }
  | { kind: 'length'; of: ComparedLength; oneM: number; otherM: number }
  | { kind: 'power'; light: NamedLight; oneStops: number | null; otherStops: number | null }
  | { kind: 'only'; light: NamedLight; isInOne: boolean }

/** A light by what it is called and what it is for. */
type NamedLight = Pick<Light, 'name' | 'job'>
/** A lamp with its modifier, by name. */
type Fitted = { lamp: string; modifier: string }
/** A length that two records may have differently. */
type ComparedLength =
  | { is: 'subject-depth' | 'camera-depth' }
  | { is: 'light-distance' | 'light-depth' | 'light-height'; light: NamedLight }

/** A place in both records, stops over the camera setting and pixel value. */
export type PlaceDifference = {
  pointId: string
  name: string
  oneStops: number
  otherStops: number
  oneValue: number | null
  otherValue: number | null
}

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

const length = (of: ComparedLength, oneM: number, otherM: number): RecordDifference[] =>
  Math.abs(oneM - otherM) > SAME_LENGTH_M ? [{ kind: 'length', of, oneM, otherM }] : []

const fitted = ({ lamp, modifier }: Light): Fitted => ({ lamp: lamp.name, modifier: modifier.name })

const sizeOf = ({ room }: StudioSet) => [room.widthM, room.depthM, room.heightM] as const

/** Everything that two records have differently, in the order of the work: room, backdrop, subject, lights, camera. */
export const differencesOf = (one: StudioRecord, other: StudioRecord): RecordDifference[] => {
  const [a, b] = [one.set, other.set]
  const settingOf = ({ set }: StudioRecord, id: string) => set.looks[0]!.lights[id]!
  const lights = paired(a.lights, b.lights).flatMap(([left, right]): RecordDifference[] => {
    const { name, job } = (left ?? right)!
    const light = { name, job }
    if (!left || !right) return [{ kind: 'only', light, isInOne: left !== undefined }]
    const [was, is] = [settingOf(one, left.id), settingOf(other, right.id)]
    const powers = [was, is].map(({ on, powerStops }) => (on ? powerStops : null))
    return [
      ...(isEqual(fitted(left), fitted(right))
        ? []
        : [{ kind: 'kit' as const, light, one: fitted(left), other: fitted(right) }]),
      ...length({ is: 'light-distance', light }, lightDistance(left, a).lengthM, lightDistance(right, b).lengthM),
      ...length({ is: 'light-depth', light }, left.place.yM, right.place.yM),
      ...length({ is: 'light-height', light }, left.place.zM, right.place.zM),
      ...(powers[0] === powers[1] || Math.abs((powers[0] ?? -99) - (powers[1] ?? -99)) < 0.01
        ? []
        : [{ kind: 'power' as const, light, oneStops: powers[0]!, otherStops: powers[1]! }]),
    ]
  })
  return [
    ...(sizeOf(a).some((metres, at) => Math.abs(metres - sizeOf(b)[at]!) > SAME_LENGTH_M)
      ? [{ kind: 'room' as const, one: sizeOf(a), other: sizeOf(b) }]
      : []),
    ...(a.backdrop.name === b.backdrop.name
      ? []
      : [{ kind: 'backdrop' as const, one: a.backdrop.name, other: b.backdrop.name }]),
    ...length({ is: 'subject-depth' }, a.subjects[0]!.place.yM, b.subjects[0]!.place.yM),
    ...lights,
    ...length({ is: 'camera-depth' }, a.camera.place.yM, b.camera.place.yM),
    ...(a.camera.lens.focalLengthMm === b.camera.lens.focalLengthMm
      ? []
      : [{ kind: 'lens' as const, oneMm: a.camera.lens.focalLengthMm, otherMm: b.camera.lens.focalLengthMm }]),
    ...(isEqual(one.camera, other.camera) ? [] : [{ kind: 'exposure' as const, one: one.camera, other: other.camera }]),
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

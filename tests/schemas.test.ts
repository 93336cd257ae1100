import { readFileSync } from 'node:fs'
import Ajv from 'ajv'
import addFormats from 'ajv-formats'
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { demoSet } from '#core/edits/demo'
import { fileSchemas, jsonSchemaOf } from '#core/formats/jsonSchema'
import { SetFileSchema } from '#core/formats/setFile'
import { genericKit } from '#core/kit/genericKit'
import { BackupManifestSchema } from '#core/formats/backupManifest'
import { ResultsFileSchema } from '#core/practice/results'
import { KitFileSchema } from '#core/kit/kitFile'
import { SET_VERSION } from '#core/model/schema'
import { aFrame, aReading } from '#support/readings'
import { xorshift } from '#support/xorshift'
import { ANSWERS } from '../cli/answers'

const ALL = {
  ...fileSchemas(),
  ...Object.fromEntries(
    Object.entries(ANSWERS).map(([command, schema]) => [`tone-${command}`, jsonSchemaOf(`tone-${command}`, 1, schema)]),
  ),
}

/** A strict validator of JSON Schema, by a general-purpose library. */
const strict = () => {
  const ajv = new Ajv({ strict: true })
  addFormats(ajv)
  return ajv
}

describe('the JSON Schemas', () => {
  it.each(Object.entries(ALL))(
    '%s compiles strictly, has a name of its own, and lies in the documents',
    (name, schema) => {
      strict().compile(schema)
      expect(schema.$id).toMatch(new RegExp(`^urn:keen-tonal:${name}:\\d+$`))
      const written: unknown = JSON.parse(
        readFileSync(new URL(`../docs/schemas/${name}.schema.json`, import.meta.url), 'utf8'),
      )
      expect(written).toEqual(JSON.parse(JSON.stringify(schema)))
    },
  )
})

type Place = readonly (string | number)[]
const placesIn = (value: unknown, at: Place = []): Place[] =>
  value && typeof value === 'object'
    ? [
        at,
        ...Object.entries(value).flatMap(([key, one]) =>
          placesIn(one, [...at, Array.isArray(value) ? Number(key) : key]),
        ),
      ]
    : [at]

const STRANGE: readonly unknown[] = [
  null,
  true,
  '',
  'x',
  'Ünïcode and spaces',
  '__proto__',
  0,
  -1,
  1e9,
  0.5,
  1.5,
  -0.0001,
  [],
  {},
  [1, 2, 3, 4],
  '2026-01-01',
  '2026-01-01T00:00:00.000Z',
  'a'.repeat(300),
]

/** A copy with one thing in it gone, doubled, strange, or far too large. */
const broken = (whole: unknown, places: readonly Place[], draw: () => number): unknown => {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(draw() * list.length)]!
  const copy = structuredClone(whole)
  const place = pick(places)
  const parent = place.slice(0, -1).reduce((at, key) => (at as Record<string, unknown>)[key] as object, copy as object)
  const key = place.at(-1)!
  const own = parent as Record<string, unknown>
  const how = Math.floor(draw() * 4)
  if (how === 0 && Array.isArray(parent)) parent.splice(Number(key), 1)
  else if (how === 0) Reflect.deleteProperty(own, key)
  else if (how === 1 && Array.isArray(parent)) parent.push(structuredClone(parent[Number(key)]))
  else if (how === 1) own[`${key}X`] = 1
  else if (how === 2 && typeof own[key] === 'number')
    own[key] = (own[key] as number) * pick([-1, 10, 0.1, 1000, 1.0001])
  else own[key] = pick(STRANGE)
  return copy
}

/** Rules that span fields, which a schema cannot hold: only the app may refuse by them. */
const SPANNING = ['check', 'raw_check', 'partial_check']

describe('what a schema says of a file that was broken', () => {
  const files = [
    [
      'set-file',
      SetFileSchema,
      {
        format: 'keen-tonal-set',
        version: SET_VERSION,
        set: {
          ...demoSet(),
          frames: [
            aFrame({
              tags: {
                fNumber: 8,
                shutterS: 0.01,
                iso: null,
                focalLengthMm: 50,
                compensationStops: 0,
                hasFlashFired: true,
                camera: 'Made-up one',
                lens: null,
              },
            }),
          ],
          readings: [aReading()],
        },
        pictures: { 'frame-1': 'AAAA' },
      },
    ],
    [
      'backup',
      BackupManifestSchema,
      {
        format: 'keen-tonal-backup',
        version: 1,
        at: '2026-01-01T00:00:00.000Z',
        sets: [{ file: 'sets/1.keen-tonal.json', folder: 'pictures/1/', isBinned: false }],
      },
    ],
    [
      'practice-results',
      ResultsFileSchema,
      {
        format: 'keen-tonal-practice-results',
        version: 1,
        results: [
          {
            id: 'one',
            at: '2026-01-01T00:00:00.000Z',
            skill: 'value/pick',
            level: 2,
            seed: 7,
            score: 0.5,
            off: -0.3,
            seconds: 12,
            from: { collectionId: 'c', title: 'Monday', number: 0 },
          },
        ],
      },
    ],
    ['kit-file', KitFileSchema, { format: 'keen-tonal-kit', version: 1, kit: genericKit() }],
  ] as const
  it.each(files)('%s is what the app says', (name, schema, whole) => {
    const validate = strict().compile(ALL[name])
    expect([validate(whole), v.is(schema, whole)]).toEqual([true, true])
    const places = placesIn(whole).filter(place => place.length > 0)
    const draw = xorshift(7)
    const apart: string[] = []
    for (let trial = 0; trial < 3000; trial++) {
      const one = broken(whole, places, draw)
      const mine = v.safeParse(schema, one)
      const issue = mine.issues?.[0]
      const isByRule = issue !== undefined && SPANNING.includes(issue.type)
      if (validate(one) !== mine.success && !(mine.success === false && isByRule))
        apart.push(
          `${trial}: ${mine.success ? 'the app takes it' : issue!.message}; ${JSON.stringify(validate.errors)}`,
        )
    }
    expect(apart).toEqual([])
  })
})

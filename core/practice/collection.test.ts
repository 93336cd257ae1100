import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { checkCollection, parseCollection, writeCollection, type Collection } from './collection'
import { parseResultsFile, refIn, soundResults, writeResultsFile, type PracticeResult } from './results'
import { writeResultsCsv } from './resultsTable'
import { fileTold } from '#wording/refusals/told'

const collection = (): Collection => ({
  id: 'spring-course',
  title: 'Spring course',
  notes: '<b>bold</b> <script>alert(1)</script>',
  isTest: true,
  exercises: [
    { kind: 'made', skill: 'sums/add', level: 2, seed: 7, notes: '' },
    {
      kind: 'own',
      ask: 'reading',
      title: 'The white wall',
      notes: '',
      set: { ...demoSet(), looks: demoSet().looks.slice(0, 1) },
      pointId: 'backdrop/middle',
      seed: 3,
    },
  ],
})
const file = (value: unknown, version = 1) =>
  JSON.stringify({ format: 'keen-tonal-collection', version, collection: value })

describe('a collection as a file', () => {
  it('comes back as it was, markup and all', () => {
    const back = parseCollection(writeCollection(collection()))
    expect(back).toEqual({ ok: true, value: collection() })
  })

  it.each([
    ['{', /not JSON/],
    ['[]', /lacks "format"/],
    ['{"format":"keen-tonal-set"}', /lacks "format"/],
    [file(collection(), 2), /version 2, made by a newer/],
    [file(null), /holds no exercises/],
    [file({ ...collection(), exercises: [] }), /at least one exercise/],
    [
      file({ ...collection(), exercises: [{ kind: 'made', skill: 'sums/magic', level: 2, seed: 7 }] }),
      /No such exercise/,
    ],
    [file({ ...collection(), exercises: [{ kind: 'made', skill: 'sums/add', level: 9, seed: 7 }] }), /level/],
    [file({ ...collection(), exercises: [{ kind: 'made', skill: 'sums/add', level: 1, seed: -1 }] }), /seed/],
    [file({ ...collection(), exercises: [{ ...collection().exercises[1]!, set: { id: 'x' } }] }), /set of exercise 1/],
    [file({ ...collection(), title: 'x'.repeat(500) }), /title/],
  ])('that is none is refused with the reason: %.50s', (text, reason) => {
    const outcome = fileTold(parseCollection(text))
    expect(outcome.ok).toBe(false)
    expect(outcome.ok ? '' : outcome.message).toMatch(reason)
    expect(outcome.ok ? '' : outcome.message).toMatch(/Nothing was changed/)
  })

  it('out of storage is looked at as one out of a file is', () => {
    expect(checkCollection(collection()).ok).toBe(true)
    expect(checkCollection('').ok).toBe(false)
  })
})

const result = (id: string): PracticeResult => ({
  id,
  at: '2026-03-01T10:00:00.000Z',
  skill: 'ratio/eye',
  level: 3,
  seed: 9,
  score: 0.5,
  off: -0.4,
  seconds: 12.4,
  from: { collectionId: 'spring-course', title: '=Spring, "course"', number: 0 },
})

describe('results', () => {
  it('are sound or counted as damaged, and none is guessed', () => {
    const damaged: unknown[] = [
      null,
      { ...result('b'), score: 2 },
      { ...result('c'), skill: 'ratio/none' },
      { ...result('d'), at: 'yesterday' },
      { ...result('e'), off: 'far' },
    ]
    expect(soundResults([result('a'), ...damaged])).toEqual({ results: [result('a')], damaged: 5 })
  })

  it('go into a table in which nothing is a formula', () => {
    const lines = writeResultsCsv([result('a')]).split('\r\n')
    expect(lines).toEqual([
      'at,collection,number,exercise,level,seed,score,off,seconds',
      `2026-03-01T10:00:00.000Z,"'=Spring, ""course""",1,ratio/eye,3,9,0.5,-0.4,12`,
      '',
    ])
  })

  it('come back out of a backup', () => {
    expect(parseResultsFile(writeResultsFile([result('a')]))).toEqual({
      ok: true,
      value: { results: [result('a')], damaged: 0 },
    })
    expect(parseResultsFile('{}').ok).toBe(false)
    expect(parseResultsFile('{').ok).toBe(false)
  })

  it('name an exercise by texts, or none', () => {
    expect(refIn({ skill: 'sums/add', level: '2', seed: '17' })).toEqual({ skill: 'sums/add', level: 2, seed: 17 })
    for (const bad of [
      {},
      { skill: 'sums/add', level: '6', seed: '1' },
      { skill: 'no', level: '1', seed: '1' },
      { skill: 'sums/add', level: '1', seed: 'x' },
    ])
      expect(refIn(bad)).toBeUndefined()
  })
})

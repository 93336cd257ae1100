import { describe, expect, it } from 'vitest'
import { demoSet } from '../set/demo'
import { meterPoints } from '../set/points'
import type { Reading } from '../set/schema'
import { meteringRun, readingOfStep } from './run'

const set = demoSet()
const points = meterPoints(set)
const ids = (lightIds: string[]) => meteringRun(set, lightIds, points).map(step => step.id)
const ALL = ['backdrop-right', 'key', 'backdrop-left']

describe('the guided run', () => {
  it('reads the key first, each light alone, then all together from the subject on', () => {
    expect(ids(ALL)).toEqual(['alone/key', 'alone/backdrop-left', 'alone/backdrop-right', 'together/subject/key-side', 'together/backdrop/middle', 'together/backdrop/left', 'together/backdrop/right'])
  })

  it('asks only for lights in use, and for nothing without any', () => {
    expect(ids(['backdrop-left']).filter(id => id.startsWith('alone'))).toEqual(['alone/backdrop-left'])
    expect(ids([])).toEqual([])
  })

  it('reads the key at the subject and backdrop lights on the backdrop', () => {
    const steps = meteringRun(set, ALL, points).filter(step => step.kind === 'alone')
    expect(steps.map(step => step.pointId.split('/')[0])).toEqual(['subject', 'backdrop', 'backdrop'])
  })

  it('knows the newest reading of a step, whatever the order of its lights', () => {
    const [step] = meteringRun(set, ALL, points).filter(candidate => candidate.kind === 'together')
    const reading = (id: string, lightIds: string[], lookId = 'white'): Reading => ({
      id, lookId, at: '2026-01-01T00:00:00.000Z', pointId: step!.pointId, receptor: 'dome', fNumber: 8, source: 'hand', note: '',
      camera: { fNumber: 8, shutterS: 0.008, iso: 100 }, lights: Object.fromEntries(lightIds.map(light => [light, { powerStops: 0, directLuxS: 1, bouncedLuxS: 0 }])),
    })
    const readings = [reading('old', ALL), reading('new', ALL.toReversed()), reading('one light', ['key']), reading('other look', ALL, 'black')]
    expect(readingOfStep(step!, readings, 'white')?.id).toBe('new')
    expect(readingOfStep(step!, [], 'white')).toBeUndefined()
  })
})

import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { FromLaptopSchema, FromPhoneSchema, mayWait, OpSchema, ViewSchema, type Op, type PhoneView } from './messages'

const VIEW: PhoneView = {
  setId: 'fernhollow-white',
  setName: 'Fernhollow white',
  lookId: 'white',
  lookName: 'White',
  verdict: { state: 'ok', headline: 'The backdrop is where it is wanted.', missStops: 0.02 },
  rail: [{ id: 'backdrop/middle', name: 'Backdrop middle', stops: 1.2, value: 250, missStops: 0 }],
  inUse: ['A', 'B'],
  steps: [
    {
      id: 'alone/key/subject',
      title: 'A alone',
      where: 'At the chin',
      on: [0],
      expected: 'f/8',
      example: 'f/8 +0.3',
      mayBeNothing: false,
      read: '',
    },
  ],
  lamps: [{ id: 'key', name: 'A', job: 'key', isOn: true, powerStops: -1, rangeStops: 7, power: '−1.0' }],
  isBlackout: false,
  change: { title: 'White to black', lines: [{ key: 'k', words: 'B off', caution: '', isDone: false }] },
}
const accepts = (schema: v.GenericSchema, value: unknown) => v.safeParse(schema, value).success

describe('what a phone is shown', () => {
  it('goes over as it is, and nothing of it may be missing', () => {
    expect(v.parse(ViewSchema, VIEW)).toEqual(VIEW)
    for (const name of Object.keys(VIEW)) expect(accepts(ViewSchema, { ...VIEW, [name]: undefined }), name).toBe(false)
    expect(accepts(ViewSchema, { ...VIEW, verdict: null, change: null })).toBe(true)
    for (const list of ['rail', 'steps', 'lamps'] as const)
      for (const name of Object.keys(VIEW[list][0]!))
        expect(accepts(ViewSchema, { ...VIEW, [list]: [{ ...VIEW[list][0], [name]: undefined }] }), name).toBe(false)
    expect(accepts(ViewSchema, { ...VIEW, change: { title: 'x', lines: [{}] } })).toBe(false)
    expect(accepts(ViewSchema, { ...VIEW, verdict: {} })).toBe(false)
  })

  it('is bounded in every list and text', () => {
    expect(accepts(ViewSchema, { ...VIEW, lamps: Array(60).fill(VIEW.lamps[0]) })).toBe(true)
    expect(accepts(ViewSchema, { ...VIEW, lamps: Array(61).fill(VIEW.lamps[0]) })).toBe(false)
    expect(accepts(ViewSchema, { ...VIEW, steps: Array(301).fill(VIEW.steps[0]) })).toBe(false)
    expect(accepts(ViewSchema, { ...VIEW, rail: Array(301).fill(VIEW.rail[0]) })).toBe(false)
    expect(accepts(ViewSchema, { ...VIEW, setName: 'x'.repeat(80) })).toBe(true)
    expect(accepts(ViewSchema, { ...VIEW, setName: 'x'.repeat(81) })).toBe(false)
  })
})

const OPS: readonly Op[] = [
  { id: '0123456789ab', setId: 's', lookId: 'l', kind: 'reading', stepId: 'alone/key', shown: 'f/8' },
  { id: '0123456789ab', setId: 's', lookId: 'l', kind: 'lamp', lightId: 'key', isOn: true, powerStops: -1 },
  { id: '0123456789ab', setId: 's', lookId: 'l', kind: 'blackout', isOn: true },
  { id: '0123456789ab', setId: 's', lookId: 'l', kind: 'tick', stepKey: 'k', isDone: true },
]

describe('what a phone asks for', () => {
  it.each(OPS)('$kind goes over as it is, by a name of its own of twelve hexadecimal digits', op => {
    expect(v.parse(OpSchema, op)).toEqual(op)
    expect(v.parse(FromPhoneSchema, { kind: 'op', op })).toEqual({ kind: 'op', op })
    for (const name of Object.keys(op)) expect(accepts(OpSchema, { ...op, [name]: undefined }), name).toBe(false)
    for (const id of ['0123456789a', '0123456789abc', 'x0123456789ab', '0123456789aB', '0123456789ag'])
      expect(accepts(OpSchema, { ...op, id }), id).toBe(false)
  })

  // A lamp that turns minutes after somebody pressed is a danger; a reading that comes late is a reading.
  it('waits through a gap where that is harmless', () =>
    expect(OPS.map(op => mayWait(op))).toEqual([true, false, false, true]))
})

describe('what goes between them', () => {
  const challenge = '0123456789abcdef0123456789abcdef'

  it.each([
    { kind: 'welcome', challenge, view: null },
    { kind: 'welcome', challenge, view: VIEW },
    { kind: 'here' },
    { kind: 'view', view: VIEW },
    { kind: 'ack', opId: '0123456789ab', how: 'later', message: '' },
    { kind: 'end' },
  ])('a laptop says $kind', said => {
    expect(v.parse(FromLaptopSchema, said)).toEqual(said)
    for (const name of Object.keys(said)) expect(accepts(FromLaptopSchema, { ...said, [name]: undefined })).toBe(false)
  })

  it('a phone greets by a challenge of 128 bits', () => {
    const hello = { kind: 'hello', challenge, name: 'Phone' }
    expect(v.parse(FromPhoneSchema, hello)).toEqual(hello)
    for (const odd of [challenge.slice(1), `${challenge}0`, `x${challenge}`, challenge.toUpperCase()])
      expect(accepts(FromPhoneSchema, { ...hello, challenge: odd }), odd).toBe(false)
    expect(accepts(FromLaptopSchema, { kind: 'ack', opId: '0123456789ab', how: 'perhaps', message: '' })).toBe(false)
  })
})

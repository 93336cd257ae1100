import fc from 'fast-check'
import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { exposed } from './exposed'
import { ReadingRequestSchema, ShootRequestSchema } from './requests'

const set = demoSet()
const camera = { fNumber: 8, shutterS: 1 / 125, iso: 100 }
const shot = {
  set,
  lookId: 'white',
  camera,
  seed: 3,
  roughness: 1,
  take: 0,
  width: 200,
  what: 'frame',
  session: 'session-1',
  shot: 'shot-0001',
}

describe('what the bench is asked for', () => {
  it('is taken as it is, with a JPEG and the usual curve where nothing is said', () => {
    const asked = v.parse(ShootRequestSchema, shot)
    expect([asked.format, asked.ownCurve]).toEqual(['jpeg', false])
  })

  it.each([
    ['a name that is too short', { session: 'abc-567' }],
    ['a name with a dot in front', { session: './etc/passwd' }],
    ['a name with more behind it', { shot: 'shot-0001/..' }],
    ['a name of 65 letters', { shot: 'x'.repeat(65) }],
    ['a look that is not there', { lookId: 'blue' }],
    ['a picture of 15 columns', { width: 15 }],
    ['a picture of 801 columns', { width: 801 }],
    ['half a column', { width: 200.5 }],
    ['a film', { format: 'film' }],
    ['more than is known', { more: 1 }],
  ])('is refused for %s', (_, change) => {
    expect(v.safeParse(ShootRequestSchema, { ...shot, ...change }).success).toBe(false)
  })

  it('is as many letters as a name may have', () => {
    for (const session of ['12345678', 'x'.repeat(64)])
      expect(v.safeParse(ShootRequestSchema, { ...shot, session }).success).toBe(true)
  })

  it('names lights and points that the set has', () => {
    const { what: _, session: __, shot: ___, width: ____, ...question } = shot
    const reading = { ...question, pointId: 'backdrop/middle', lightIds: ['key'] }
    const problems = (change: object) => {
      const outcome = v.safeParse(ReadingRequestSchema, { ...reading, ...change })
      return outcome.success ? [] : outcome.issues.map(({ message }) => message)
    }
    expect(problems({ pointId: 'backdrop/nowhere' }).join()).toMatch(/no-meter-point/)
    expect(problems({ lightIds: ['key', 'sun'] }).join()).toMatch(/no-light/)
    expect(problems({ lookId: 'blue' })).not.toEqual([])
  })
})

describe('a picture out of the bench', () => {
  it('has the same values as JPEG in 8 bits and as PNG in 16, 257 steps to one', () => {
    const response = { valueFromLinear: (light: number) => 255 * Math.min(1, light) } as Parameters<typeof exposed>[1]
    fc.assert(
      fc.property(fc.array(fc.float({ min: 0, max: 2, noNaN: true }), { minLength: 1, maxLength: 12 }), lights => {
        const linear = Float32Array.from(lights)
        const of = (format: 'jpeg' | 'png') =>
          exposed({ linear, width: linear.length, height: 1 }, response, camera, { format, name: 'one' })
        const [jpeg, png] = [of('jpeg'), of('png')]
        expect([jpeg.name, png.name, jpeg.format, png.format]).toEqual(['one.jpg', 'one.png', 'jpeg', 'png'])
        expect(jpeg.values).toBeInstanceOf(Uint8Array)
        expect(png.values).toBeInstanceOf(Uint16Array)
        lights.forEach((light, index) => {
          expect(jpeg.values[index]).toBe(Math.round(255 * Math.min(1, light)))
          expect(Math.abs(png.values[index]! / 257 - 255 * Math.min(1, light))).toBeLessThan(0.01)
        })
      }),
    )
  })
})

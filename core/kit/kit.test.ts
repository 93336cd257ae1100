import { describe, expect, it } from 'vitest'
import { guideNumberFromWattSeconds, wattSecondsFromGuideNumber } from '../physics/sources/output'
import { demoSet } from '../edits/demo'
import { expectWithin } from '#support/tolerance'
import { genericKit } from './genericKit'
import { parseKit, parseKitFile, writeKitFile } from './kitFile'
import { pickFrom } from './pick'
import { refreshCopies } from './refreshCopies'

describe('the kit', () => {
  it('goes through its file unchanged, with ids of its own throughout', () => {
    const outcome = parseKitFile(writeKitFile(genericKit()))
    expect(outcome.ok && outcome.value).toEqual(genericKit())
    for (const items of Object.values(genericKit())) expect(new Set(items.map(({ id }) => id)).size).toBe(items.length)
  })

  it.each([
    ['{', /not JSON.*Your kit is as it was/],
    [
      JSON.stringify({ format: 'keen-tonal-kit', version: 1, kit: { ...genericKit(), lamps: [{ id: 'x' }] } }),
      /kit\.lamps\.0\..*Your kit is as it was/,
    ],
    [JSON.stringify({ format: 'other' }), /cannot be read/],
  ])('refuses %.12s… with the reason and the place', (text, reason) => {
    const outcome = parseKitFile(text)
    expect(!outcome.ok && outcome.message).toMatch(reason)
  })

  it('refuses what is no kit out of storage', () => expect(parseKit({ lamps: 3 }).ok).toBe(false))

  it('takes the strongest lamps first and counts what is missing', () => {
    const picker = pickFrom({
      ...genericKit(),
      lamps: genericKit().lamps.filter(({ id }) => id === 'flash-head-200' || id === 'flash-head-1000'),
    })
    expect([1, 2, 3, 4].map(() => picker.lamp().name)).toEqual([
      'Flash head 1000',
      'Flash head 200',
      'Flash head 200',
      'Flash head 1000',
    ])
    expect(picker.missing()).toEqual(['4 lamps; the kit has 3'])
  })

  it('brings copies up to date, and only those that differ', () => {
    const [lamp] = genericKit().lamps
    const set = {
      ...demoSet(),
      lights: demoSet().lights.map((light, index) =>
        index === 0 ? { ...light, lamp: { ...lamp!.what, kitId: lamp!.id } } : light,
      ),
    }
    expect(refreshCopies(set, 'lamps', lamp!)).toBeUndefined()
    const stronger = {
      ...lamp!,
      what: {
        ...lamp!.what,
        output: { from: 'guide-number' as const, guideNumberM: 99, convention: 'metered' as const },
      },
    }
    const refreshed = refreshCopies(set, 'lamps', stronger)
    expect(refreshed?.count).toBe(1)
    expect(
      refreshed?.set.lights.map(({ lamp: { output } }) => output.from === 'guide-number' && output.guideNumberM),
    ).toEqual([99, 50, 50])
  })

  it('guesses a guide number from watt-seconds by the square root', () => {
    // Four times the energy lights twice as far, whatever a watt-second gives.
    for (const wattSeconds of [50, 400, 1600])
      expectWithin(guideNumberFromWattSeconds(4 * wattSeconds) / guideNumberFromWattSeconds(wattSeconds), 2, 1e-12)
    expectWithin(wattSecondsFromGuideNumber(guideNumberFromWattSeconds(250)), 250, 1e-9)
  })
})

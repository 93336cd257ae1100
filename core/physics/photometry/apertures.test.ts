import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { expectStops, expectWithin } from '#support/tolerance'
import { stopsFromFNumber } from '../units/fNumber'
import { FIRST_FULL_STOP, FULL_STOP_NAMES, markedFNumber, meantFNumber, THIRD_STOP_NAMES } from './markedApertures'
import { METER_CONSTANT, responseOfHeld, STANDARD_METER, constantOf, meteredFNumber } from './meter'
import { incidentFromSpot, spotFromIncident } from './spot'

describe('the marks of apertures', () => {
  // ISO 517: the marks are rounded names of the powers of the root of two; none is off by more than its rounding.
  it('stand for the power of the root of two that they are nearest to', () => {
    FULL_STOP_NAMES.forEach((name, index) => {
      expectWithin(stopsFromFNumber(markedFNumber(name)!), index + FIRST_FULL_STOP, 1e-9)
      expectStops(Number(name), markedFNumber(name)!, 0.05)
    })
    THIRD_STOP_NAMES.forEach((name, index) => {
      expectWithin(stopsFromFNumber(markedFNumber(name)!), index / 3, 1e-9)
      expectStops(Number(name), markedFNumber(name)!, 0.08)
    })
    expect(markedFNumber('5.8')).toBeUndefined()
  })

  it('are what a file means by the figure that a camera wrote, and other figures are themselves', () => {
    expectWithin(meantFNumber(11), 11.3137, 1e-4)
    expectWithin(meantFNumber(5.6000001), 5.6569, 1e-4)
    expectWithin(meantFNumber(6.3), 6.3496, 1e-4)
    expect(meantFNumber(6.9)).toBe(6.9)
    expect(meantFNumber(1.17)).toBe(1.17)
  })
})

describe('meters', () => {
  it('read as they are held, by their own constants', () => {
    expect([responseOfHeld('dome'), responseOfHeld('flat'), responseOfHeld('retracted')]).toEqual([
      'dome',
      'flat',
      'flat',
    ])
    expect(METER_CONSTANT).toEqual({ flat: 250, dome: 340 })
    const own = { ...STANDARD_METER, flatConstant: 240, domeConstant: 330 }
    expect([constantOf(own, 'flat'), constantOf(own, 'dome')]).toEqual([240, 330])
  })

  // A matt surface of reflectance rho under E lux has a luminance of rho E / pi; a spot meter reads N^2 = L t S / K.
  it('agree, spot and incident, over a surface as its luminance says', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 32, noNaN: true }),
        fc.double({ min: 0.02, max: 0.95, noNaN: true }),
        fc.constantFrom('flat', 'dome'),
        (fNumber, reflectance, receptor) => {
          const own = { flatConstant: 245, domeConstant: 350, spotConstant: 13 }
          const lux = 1000
          const incident = meteredFNumber(lux, 100, constantOf(own, receptor))
          const spot = Math.sqrt((((reflectance * lux) / Math.PI) * 100) / own.spotConstant)
          expectStops(spotFromIncident(incident, reflectance, receptor, own), spot, 1e-9)
          expectStops(incidentFromSpot(spot, reflectance, receptor, own), incident, 1e-9)
          expectStops(
            incidentFromSpot(spotFromIncident(fNumber, reflectance, receptor, own), reflectance, receptor, own),
            fNumber,
            1e-9,
          )
        },
      ),
    )
    // The grey that both take for the same with the usual constants: pi 12.5 / 250.
    expectStops(spotFromIncident(8, 0.15708, 'flat', STANDARD_METER), 8, 1e-4)
  })
})

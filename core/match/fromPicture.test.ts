import { describe, expect, it } from 'vitest'
import { demoSet } from '../edits/demo'
import { responseOf } from '../camera/response'
import { genericKit } from '../kit/genericKit'
import { inLook } from '../looks/inLook'
import { vectorOf } from '../model/bounds'
import { headOf } from '../model/headHeight'
import { distance } from '../physics/units/vector'
import { apparentSize, softnessDeg } from './apparentSize'
import { isMet, USUALLY_ASKED } from './deviations'
import { sourceFromPicture } from './fromPicture'
import { knownFromFrames } from './knownFromFrames'
import { matchElsewhere } from './match'

const KNOWN = {
  toneStops: -1.5,
  acrossStops: 0,
  uprightStops: 0,
  roundDeg: 50,
  upDeg: 20,
  softnessDeg: 30,
  ratioStops: 1.5,
}
const set = () => inLook(demoSet(), 'white')

describe('what a picture is matched by', () => {
  it('is a key as large and as far round as was said, lights on a backdrop that has light and none on one that has not', () => {
    const { source, character } = sourceFromPicture(set(), KNOWN)
    const subject = source.set.subjects[0]!
    const head = headOf(subject)
    const key = source.set.lights.find(({ job }) => job === 'key')!
    expect(softnessDeg(apparentSize(key, source.set, head))).toBeCloseTo(30, 1)
    expect((Math.asin((key.place.zM - head[2]) / distance(vectorOf(key.place), head)) * 180) / Math.PI).toBeCloseTo(
      20,
      4,
    )
    expect(key.place.xM).toBeGreaterThan(head[0])
    expect(character.key!.way[0]).toBeCloseTo(Math.sin((50 * Math.PI) / 180) * Math.cos((20 * Math.PI) / 180), 9)
    expect(source.set.lights.filter(({ job }) => job === 'backdrop')).toHaveLength(2)
    expect(sourceFromPicture(set(), { ...KNOWN, toneStops: -8 }).source.set.lights).toHaveLength(1)
  })

  it('takes tone from all frames in light, and the gradient as the picture has it', () => {
    const response = responseOf(set().camera)
    const reading = {
      parts: { backdrop: { value: 200 } as never, subject: undefined, floor: undefined },
      unevenness: { columns: 1, rows: 1, stops: [0], spreadStops: 1, acrossStops: 0.4, downStops: -0.7 },
    }
    const mean = (response.linearFromValue(200) + response.linearFromValue(100)) / 2
    const known = knownFromFrames(set(), reading, [{ values: { 'backdrop/middle': 100 } }])
    expect(known).toEqual({ toneStops: expect.closeTo(Math.log2(mean), 9), acrossStops: 0.4, uprightStops: 0.7 })
    expect(
      knownFromFrames(set(), { parts: { ...reading.parts, backdrop: undefined }, unevenness: undefined }).toneStops,
    ).toBeNull()
  })

  it('is matched in the demo hall', async () => {
    const room = set()
    const { source, character } = sourceFromPicture(room, KNOWN)
    const [best] = (await matchElsewhere({ source, character, room, kit: genericKit(), asked: USUALLY_ASKED }))!.matches
    expect(best!.deviations.filter(one => !isMet(one))).toEqual([])
    expect(best!.inFrame).toEqual([])
  })
})

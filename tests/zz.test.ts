import { it } from 'vitest'
import { writeFileSync } from 'node:fs'
import { encode } from 'fast-png'
import { demoSet } from '#core/set/demo'
import { lightingSolver } from '#core/set/lightingSolver'
import { meterPoints } from '#core/set/points'
import { projectionOf } from '#core/camera/projection'
import { castFrame } from '#core/camera/frameView'
import { lightFrame } from '#core/camera/frameLight'
import { linearFrame, developFrame } from '#core/camera/develop'
import { SRGB_RESPONSE } from '#core/camera/response'
import { backdropValues } from '#core/frames/readFrame'
it('x', async () => {
  const set = demoSet()
  const solver = lightingSolver()
  let t = performance.now()
  const lap = (n: string) => { console.log(n, (performance.now() - t).toFixed(1)); t = performance.now() }
  let solved = (await solver(set))!; lap('cold')
  for (let k = 0; k < 4; k++) {
    set.lights[0]!.place.xM += 0.1; solved = (await solver(set))!; lap('key moved')
  }
  set.subjects[0]!.place.xM += 0.0001; solved = (await solver(set))!; lap('subject moved')
  const view = castFrame(solved.stage, projectionOf(set), 240, 360); lap('view')
  const frames = solved.fields.map(f => lightFrame(solved.stage, view, f)); lap('frames')
  const linear = linearFrame(view, frames.map((exposure, i) => ({ exposure, weight: 2 ** set.looks[0]!.lights[set.lights[i]!.id]!.powerStops })), { fNumber: 10.08, iso: 100, shutterS: 1 / 125 }, 0.02)
  const data = developFrame(linear, SRGB_RESPONSE); lap('develop')
  console.log(backdropValues({ width: 240, height: 360, channels: 4, data }, view, solved.stage.scene.surfaces.map(s => s.id), meterPoints(set), SRGB_RESPONSE)); lap('read')
  writeFileSync('/tmp/frame.png', encode({ width: 240, height: 360, data, channels: 4 }))
})

import { lightingSolver } from '#core/evaluation/lightingSolver'
import { lightView } from '#core/render/takeFrame'
import { castFrame } from '#core/render/gBuffer'
import { throughLens, projectionOf } from '#core/camera/projection'
import { atOnce } from '#core/shared/steps'
import { withLights } from '../tests/bench/sets'
const set = withLights(8)
const lens = throughLens(projectionOf(set))
const solved = (await lightingSolver()(set))!
for (let i = 0; i < 6; i++) { const v = castFrame(solved.stage, lens, 400, 600, true); const s = performance.now(); atOnce(lightView(solved, v)); console.log(v.vertices.length, v.count, performance.now() - s) }

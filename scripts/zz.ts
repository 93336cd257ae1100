import { lightingSolver } from '#core/evaluation/lightingSolver'
import { cameraView, lightView } from '#core/render/takeFrame'
import { castFrame } from '#core/render/gBuffer'
import { throughLens, projectionOf } from '#core/camera/projection'
import { atOnce } from '#core/shared/steps'
import { onPlainCode } from '#core/physics/loops/loops'
import { withLights } from '../tests/bench/sets'
import { writeFileSync } from 'node:fs'
import { ontoBackdrop } from '#core/camera/projection'
import { FOR_MAPS } from '#core/render/frameLight'
const set = withLights(8)
const W = Number(process.argv[2] ?? 400)
const lens = throughLens(projectionOf(set))
const H = Math.round(W * 1.5)
const fast = (await lightingSolver()(set))!
const plain = (await onPlainCode(() => lightingSolver()(set)))!
const t = (f: () => any) => { const s = performance.now(); const r = f(); return [r, performance.now() - s] as const }
for (const [name, solved] of [['fast', fast], ['plain', plain], ['fast', fast], ['fast', fast]] as const) {
  const [base, ms0] = t(() => castFrame(solved.stage, lens, W, H, false))
  const [smooth, ms1] = t(() => castFrame(solved.stage, lens, W, H, true))
  const [frame, ms2] = t(() => atOnce(lightView(solved, smooth)))
  const [, ms3] = t(() => atOnce(lightView({ ...solved, fields: [solved.fields[0]!] }, smooth)))
  const [, ms4] = t(() => atOnce(lightView(solved, castFrame(solved.stage, ontoBackdrop(set), 48, 36), FOR_MAPS)))
  console.log(name, 'cast', ms0.toFixed(0), 'smooth', ms1.toFixed(0), 'edges', smooth.edges.pixels.length, 'lit', ms2.toFixed(0), 'one', ms3.toFixed(0), 'map', ms4.toFixed(0))
  ;(globalThis as any)[name] = frame
}
const [a, b] = [(globalThis as any).fast, (globalThis as any).plain]
const d: number[] = []
const sum = (f: any, at: number) => set.lights.reduce((s, l) => s + f.layers[l.id][at], 0)
for (let i = 1; i < W * H * 3; i += 3) { const [x, y] = [sum(a, i), sum(b, i)]; if (y > 0) d.push(Math.abs(Math.log2(x / y))) }
d.sort((p, q) => p - q)
console.log('p50', d[d.length >> 1], 'p95', d[Math.floor(d.length * .95)], 'p99', d[Math.floor(d.length * .99)])

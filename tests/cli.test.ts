import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import * as v from 'valibot'
import { writeSetFile } from '#core/formats/setFile'
import { withBackdropValue } from '#core/solve/toneSweep'
import { propose } from '#core/solve/moves/propose'
import { sensitivity } from '#core/solve/sensitivity'
import { solveLook } from '#core/solve/lookPowers'
import { demoSet } from '#core/edits/demo'
import { changeExposure } from '#core/edits/edits'
import { bundled } from '#support/bundle'
import { solvedSet } from '#support/solvedSet'
import { meteredFNumber } from '#core/physics/photometry/meter'
import { expectShare, expectStops } from '#support/tolerance'
import { ANSWERS } from '../cli/answers'

const root = fileURLToPath(new URL('..', import.meta.url))
const folder = mkdtempSync(join(tmpdir(), 'keen-tonal-cli-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

const demo = join(folder, 'demo.json')
writeFileSync(demo, writeSetFile(demoSet(), {}))

// Bundled once: compiling it for each command took most of the time. It lies where it finds its packages.
const built = join(root, 'node_modules', '.keen-tonal', 'cli-test')
beforeAll(() => bundled([join(root, 'cli', 'tone.ts')], built))

const tone = (...words: string[]) => {
  const { status, stdout, stderr } = spawnSync(process.execPath, [join(built, 'tone.js'), ...words], {
    cwd: root,
    encoding: 'utf8',
  })
  const json = () => {
    const answer = JSON.parse(stdout)
    // Whatever is answered is as its schema says.
    expect(v.safeParse(ANSWERS[words[0] as keyof typeof ANSWERS], answer).issues).toBeUndefined()
    return answer
  }
  return { status, stdout, stderr, json }
}

describe('the command line', () => {
  it('knows every command that its help and its document name, and no other', () => {
    const named = (text: string) => new Set([...text.matchAll(/^ *tone (\w+) SET/gm)].map(([, command]) => command!))
    const known = /there are (.*)\. See/.exec(tone('nonsense', demo).stderr)![1]!.split(', ')
    expect(named(tone('--help').stdout)).toEqual(new Set(known))
    expect(named(readFileSync(join(root, 'docs/command-line.md'), 'utf8'))).toEqual(new Set(known))
  })

  it('gives the readings that the app gives, light by light and together, in a room with light of its own', async () => {
    const set = { ...demoSet(), room: { ...demoSet().room, ambient: { lux: 2000, cctK: 4000 } } }
    const path = join(folder, 'bright.json')
    writeFileSync(path, writeSetFile(set, {}))
    const { readouts, camera } = await solvedSet(set)
    const { points, camera: setting } = tone('readings', path).json()
    expectShare(setting.fNumber, camera.fNumber, 1e-9)
    expect(points.map((point: { id: string }) => point.id)).toEqual(readouts.map(({ point }) => point.id))
    for (const [index, readout] of readouts.entries()) {
      const { all, lights } = points[index]
      expectShare(all.fNumber, readout.fNumber, 1e-5)
      // Both figures of a place are of the same light, the room's own included.
      expectShare(all.fNumber, meteredFNumber(all.exposureLuxS, setting.iso, readout.point.constant), 1e-5)
      for (const [at, part] of readout.parts.entries()) {
        expectShare(lights[at].direct + 1e-9, part.directLuxS + 1e-9, 1e-4)
        expectShare(lights[at].bounced, part.bouncedLuxS, 1e-4)
        const from = Object.values(lights[at].bouncedFrom as Record<string, number>).reduce(
          (sum, value) => sum + value,
          0,
        )
        expectShare(from, part.bouncedLuxS, 1e-4)
      }
      expectStops(
        lights.reduce((sum: number, light: { total: number }) => sum + light.total, all.roomLuxS),
        all.exposureLuxS,
        1e-4,
      )
    }
  })

  it('solves the powers that the app solves', async () => {
    const set = demoSet()
    const answer = solveLook((await solvedSet(set)).evaluation)
    const { lights, isReached } = tone('solve', demo).json()
    expect(isReached).toBe(answer.isReached)
    for (const light of lights)
      expect({ on: light.on, powerStops: light.powerStops }).toEqual(answer.settings[light.id])
  })

  it('proposes what the app proposes, and ranks slips as it does', async () => {
    const set = demoSet()
    const { look, camera, lighting } = await solvedSet(set)
    const asked = withBackdropValue(set, 'white', 118)
    const { trials } = (await propose({
      set: asked,
      lookId: 'white',
      learned: lighting.learned,
      fixedIds: [],
      mayChangeCamera: true,
    }))!
    const { isReached, proposals } = tone('propose', demo, '--ask=118').json()
    expect(isReached).toBe(true)
    expect(proposals.map((proposal: { lights: unknown }) => proposal.lights)).toEqual(
      trials.map(trial => trial.set.looks[0]!.lights),
    )
    const slips = (await sensitivity({ set, look, camera, learned: lighting.learned }))!
    expect(
      tone('sensitivity', demo)
        .json()
        .slips.map((slip: { id: string; way: string }) => `${slip.id} ${slip.way}`),
    ).toEqual(slips.map(({ id, way }) => `${id} ${way}`))
  })

  it('maps a surface and walks a line', () => {
    const { stopsOverCamera, columns, rows } = tone('map', demo, 'backdrop', '--columns=6').json()
    expect([stopsOverCamera.length, stopsOverCamera[0].length]).toEqual([rows, columns])
    expect(stopsOverCamera.flat().every((stops: number) => stops > -4 && stops < 1)).toBe(true)
    const { steps } = tone('walk', demo, '--from=-1,3,1.6', '--to=1,3,1.6', '--steps=3').json()
    expect(steps.map((step: { alongM: number }) => step.alongM)).toEqual([0, 1, 2])
  })

  it('says where the shutter cuts the flash, which no figure shows', () => {
    const set = changeExposure(demoSet(), 'white', { shutterS: 1 / 500 })
    const path = join(folder, 'fast.json')
    writeFileSync(path, writeSetFile(set, {}))
    const { status, stderr } = tone('solve', path)
    expect(status).toBe(0)
    expect(stderr).toMatch(/^1\/500 s is shorter than the camera's sync speed/)
    expect(tone('solve', demo).stderr).toBe('')
  })

  it.each([
    [['nonsense'], 2, /no command "nonsense".*--help/],
    [['propose', demo, '--ask=white'], 2, /whole number from 0 to 255/],
    [['readings'], 2, /needs a set file/],
    [['readings', '/nowhere.json'], 1, /"\/nowhere\.json" cannot be read/],
    [['readings', join(root, 'README.md')], 1, /not JSON/],
    [['readings', demo, '--look', 'grey'], 1, /no look "grey"; it has white/],
    [['map', demo, 'roof'], 2, /backdrop or floor/],
    [['map', demo, 'floor', '--columns', 'many'], 2, /whole number from 2 to 200/],
    [['walk', demo, '--from=1,2'], 2, /three metres/],
    [['walk', demo, '--from=0,2,1', '--to=0,30,1'], 1, /leaves the room/],
    [['readings', demo, '--wrong'], 2, /Unknown option/],
    [['toString', demo], 2, /no command "toString"/],
    [['solve', demo, '--columns=3'], 2, /"solve" takes no --columns/],
    [['map', demo, 'backdrop', 'floor'], 2, /does not know what to do with "floor"/],
  ])('says what is wrong with %j', (words, status, reason) => {
    const answer = tone(...words)
    expect(answer.status).toBe(status)
    expect(answer.stderr).toMatch(reason)
    expect(answer.stdout).toBe('')
  })

  it('works from any folder, reads standard input, and is quiet where nobody listens any more', () => {
    const entry = join(root, 'bin/tone.mjs')
    const run = (line: string) =>
      spawnSync('sh', ['-c', line], { cwd: folder, encoding: 'utf8', env: { ...process.env, TONE: entry, SET: demo } })
    const piped = run('"$TONE" map - floor --columns 4 < "$SET"')
    expect([piped.status, piped.stderr]).toEqual([0, ''])
    expect(JSON.parse(piped.stdout).stopsOverCamera[0]).toHaveLength(4)
    const cut = run('("$TONE" map "$SET" backdrop --columns 200; echo "status $?" >&2) | head -c 1 > /dev/null')
    expect(cut.stderr).toBe('status 0\n')
    const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'))
    expect(run('"$TONE" --version').stdout).toBe(`${version}\n`)
  })

  it('explains itself', () => {
    const { status, stdout } = tone('--help')
    expect(status).toBe(0)
    expect(stdout).toMatch(/readings SET\.json[\s\S]*solve SET\.json/)
  })
})

// Measures how the built app feels in a real browser: npm run feel [-- load|drag|looks|live]. Build it first.
import { By, Key } from 'selenium-webdriver'
import { demoSet } from '../core/edits/demo'
import { addToneLooks, duplicateLook } from '../core/looks/lookEdits'
import { changeTargets } from '../core/edits/edits'
import { evenBackdrop } from '../core/brief/looks'
import type { StudioSet } from '../core/model/schema'
import { LAPTOP, openBrowser } from '../tests/support/browser'
import { startServer } from '../tests/support/server'
import { cameraFlags } from '../tests/support/y4mFile'
import { stepsIn } from '../tests/support/steps'
import { LOOK_NAMES } from '../wording/tone'

const median = (numbers: readonly number[]): number =>
  numbers.toSorted((a, b) => a - b)[numbers.length >> 1] ?? Number.NaN
const percentile = (numbers: readonly number[], share: number): number =>
  numbers.toSorted((a, b) => a - b)[Math.min(numbers.length - 1, Math.floor(share * numbers.length))] ?? Number.NaN
const ms = (number: number): string => `${Math.round(number)} ms`
const longestOf = (tasks: readonly { ms: number }[]): string =>
  tasks.length > 0 ? ms(Math.max(...tasks.map(task => task.ms))) : 'under 50 ms'

/** Watches the page from inside: what the verdict and a marker of the rail say at each frame, and long tasks. */
const WATCH = `
  window.feel = { frames: [], tasks: [], events: [] }
  new PerformanceObserver(list => list.getEntries().forEach(({ startTime, duration }) =>
    window.feel.tasks.push({ at: startTime, ms: duration }))).observe({ type: 'longtask' })
  for (const type of ['keydown', 'pointermove'])
    addEventListener(type, event => window.feel.events.push({ type, at: event.timeStamp }), { capture: true })
  const look = at => {
    const text = name => document.querySelector('[data-test="' + name + '"]')
    window.feel.frames.push({
      at,
      verdict: text('verdict')?.textContent ?? '',
      stops: document.querySelector('[data-test^="marker-"]')?.dataset.stops ?? '',
      picture: document.querySelector('[data-test="look-strip"] [aria-current] canvas, [data-test="look-strip"] canvas') !== null,
    })
    requestAnimationFrame(look)
  }
  requestAnimationFrame(look)`

type Seen = {
  frames: { at: number; verdict: string; stops: string }[]
  tasks: { at: number; ms: number }[]
  events: { type: string; at: number }[]
}

const fortyLooks = (): StudioSet => {
  let { set } = addToneLooks(demoSet(), 'white', LOOK_NAMES)
  for (let number = set.looks.length; number < 40; number++) {
    const next = duplicateLook(set, set.looks.at(-1)!.id, { name: `Look ${number + 1}` })
    set = changeTargets(next.set, next.lookId, evenBackdrop(60 + 4 * number))
  }
  return { ...set, id: 'forty', name: 'Forty looks' }
}

/** The demo set with so many lights: edge lights along both walls, and every light on. */
const manyLights = (count: number): StudioSet => {
  const set = demoSet()
  const [look] = set.looks
  const more = Array.from({ length: count - set.lights.length }, (_, index) => ({
    ...set.lights[1]!,
    id: `edge-${index}`,
    name: `E${index + 1}`,
    job: 'edge' as const,
    place: { xM: index % 2 ? 2.8 : -2.8, yM: 0.6 + 0.45 * index, zM: 1.6 + 0.1 * (index % 5) },
    aim: { ...set.lights[0]!.aim },
  }))
  const on = Object.fromEntries(more.map(({ id }) => [id, { on: true, powerStops: -6 }]))
  return {
    ...set,
    id: `lights-${count}`,
    name: `${count} lights`,
    lights: [...set.lights, ...more],
    looks: [{ ...look!, lights: { ...look!.lights, ...on } }],
  }
}

const server = await startServer()
const browser = await openBrowser(LAPTOP)
const steps = stepsIn({ browser })
const seen = (by = browser) => by.driver.executeScript<Seen>('const { feel } = window; return feel')
const clear = (by = browser) => by.driver.executeScript('Object.values(window.feel).forEach(list => (list.length = 0))')
const rest = (milliseconds: number) => new Promise(resolve => setTimeout(resolve, milliseconds))

/** Milliseconds from each event to the first frame after it that shows something else than the frame before it. */
const answers = ({ events, frames }: Seen, type: string, key: 'verdict' | 'stops'): number[] =>
  events
    .filter(event => event.type === type)
    .flatMap(({ at }) => {
      const before = frames.findLast(frame => frame.at <= at)
      const after = frames.find(
        frame => frame.at > at && frame[key] !== before?.[key] && !/Working/.test(frame.verdict),
      )
      return after ? [after.at - at] : []
    })

const drag = async () => {
  await browser.waitForText('verdict', /wanted 250/)
  await dragKey('three lights')
  await steps.open(manyLights(16))
  await browser.waitForText('verdict', /\d/)
  await dragKey('sixteen lights')
}

/** Drags the key to and fro, and says how soon the rail followed. */
const dragKey = async (of: string) => {
  await browser.stopsAtRest('backdrop/middle')
  await clear()
  const circle = await (await browser.find('plan-key')).findElement(By.css('circle'))
  // Far enough at each move that it is another place on the plan's grid, so that there is something to show.
  for (const way of [1, -1, 1, -1]) await browser.dragBy(circle, way * 100, 0, 20)
  await rest(500)
  const all = await seen()
  const waits = answers(all, 'pointermove', 'stops')
  console.log(
    `drag of a light, ${of}: pointer to rail ${ms(median(waits))}, p95 ${ms(percentile(waits, 0.95))} (${waits.length} moves); longest task ${longestOf(all.tasks)}`,
  )
}

const looks = async () => {
  await steps.open(fortyLooks())
  await steps.visit('Looks')
  // Opening a set is another matter.
  await rest(1000)
  await clear()
  await browser.waitFor(
    'forty looks judged',
    async () => (await steps.count('[data-test="looks"] canvas')) === 40,
    240_000,
  )
  await rest(2000)
  const judged = await seen()
  console.log(
    `40 looks judged in the background: ${judged.tasks.length} tasks over 50 ms (${judged.tasks.map(task => Math.round(task.ms)).join(', ')}), longest ${longestOf(judged.tasks)}`,
  )
  const memory = await browser.driver.executeAsyncScript<number>(`
    const done = arguments[arguments.length - 1]
    performance.measureUserAgentSpecificMemory().then(({ bytes }) => done(bytes), () => done(-1))`)
  console.log(`memory of the page and its workers: ${memory < 0 ? 'not told' : `${Math.round(memory / 1e6)} MB`}`)
  await steps.visit('Stage')
  await browser.waitForText('verdict', /\d/)
  await rest(3000)
  await clear()
  for (let number = 0; number < 12; number++) {
    await steps.press(Key.PAGE_DOWN)
    await rest(1200)
  }
  const all = await seen()
  const waits = answers(all, 'keydown', 'verdict')
  console.log(
    `look switched: key to verdict ${ms(median(waits))}, p95 ${ms(percentile(waits, 0.95))} (${waits.length} of 12); longest task ${longestOf(all.tasks)}`,
  )
}

/** From an empty profile: milliseconds from the address to the first verdict, and to figures that rest. */
const load = async () => {
  const firsts: number[] = []
  const rests: number[] = []
  for (let time = 0; time < 5; time++) {
    const fresh = await openBrowser(LAPTOP)
    try {
      await fresh.go(server.url)
      const when = (condition: string) =>
        fresh.driver.executeAsyncScript<number>(`
          const done = arguments[arguments.length - 1]
          const look = () => (${condition}) ? done(performance.now()) : requestAnimationFrame(look)
          look()`)
      firsts.push(await when(`/wanted 250/.test(document.querySelector('[data-test="verdict"]')?.textContent ?? '')`))
      rests.push(await when(`document.querySelector('[data-test="rail"]')?.getAttribute('aria-busy') !== 'true'`))
    } finally {
      await fresh.close()
    }
  }
  console.log(
    `first load, empty profile: first verdict ${ms(median(firsts))}, figures at rest ${ms(median(rests))} (5 loads)`,
  )
}

/** The picture of a camera as it is read: pictures a second, and long tasks of the page meanwhile. */
const live = async () => {
  for (const [width, height] of [
    [1280, 720],
    [1920, 1080],
    [3840, 2160],
  ] as const) {
    const video = { width, height, shape: 2 / 3, backdrop: (across: number) => 180 + 40 * across, pictures: 4 }
    const watching = await openBrowser(LAPTOP, [], cameraFlags(video))
    try {
      await watching.go(`${server.url}/frames/live`)
      await watching.click('open-camera')
      await watching.waitForText('live-backdrop', /Backdrop \d+/)
      await watching.driver.executeScript(WATCH)
      await rest(3000)
      await clear(watching)
      const rates: number[] = []
      for (let time = 0; time < 20; time++) {
        await rest(500)
        rates.push(Number(/(\d+) pictures a second/.exec(await watching.textOf('live-facts'))?.[1]))
      }
      const { tasks } = await seen(watching)
      const facts = await watching.textOf('live-facts')
      console.log(
        `live picture: ${median(rates)} a second, least ${Math.min(...rates)}; ${tasks.length} tasks over 50 ms in 10 s, longest ${longestOf(tasks)} (${facts})`,
      )
    } finally {
      await watching.close()
    }
  }
}

const KINDS: Record<string, () => Promise<void>> = { load, drag, looks, live }
const wanted = process.argv.slice(2)
try {
  await browser.go(server.url)
  await browser.waitForText('verdict', /wanted 250/)
  await browser.driver.executeScript(WATCH)
  for (const [name, measure] of Object.entries(KINDS)) if (wanted.length === 0 || wanted.includes(name)) await measure()
} finally {
  await browser.close()
  await server.stop()
}

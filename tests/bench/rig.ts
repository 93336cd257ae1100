import { createSocket } from 'node:dgram'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { Worker } from 'node:worker_threads'
import WebSocket from 'ws'
import { openRelay } from '../../server/relay/relay'
import { openRig } from '../../server/rig/rig'
import { rigSettings } from '../../server/rig/settings'
import type { RigCommand } from '#core/control/protocol'

const UNIVERSES = 8
const DESK = 'the-desk-of-the-bench'
const PHONES = 50
/** Where a packet says its universe, and its first slot. */
const [UNIVERSE_AT, SLOTS_AT] = [113, 126]

const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))
const quantile = (numbers: readonly number[], share: number) =>
  numbers.toSorted((a, b) => a - b)[Math.floor(share * (numbers.length - 1))] ?? Number.NaN
const say = (what: string, value: string, budget: string) => console.log(`| ${what} | ${value} | ${budget} |`)

const channels = (level: number) =>
  Array.from({ length: UNIVERSES * 100 }, (_, index) => ({
    universe: 1 + (index % UNIVERSES),
    address: 1 + 5 * Math.floor(index / UNIVERSES),
    slots: 1 as const,
    kind: 'intensity' as const,
    level,
  }))

/** A timer of 23 ms that does nothing else, in a thread of its own: what the machine itself strays by meanwhile. */
const PLAIN_TIMER = `
  const { parentPort } = require('node:worker_threads')
  const gaps = []
  let last = performance.now()
  const next = () => setTimeout(() => {
    const now = performance.now()
    gaps.push(now - last)
    last = now
    next()
  }, 23)
  next()
  parentPort.once('message', () => parentPort.postMessage(gaps))`
const plainTimer = () => {
  const thread = new Worker(PLAIN_TIMER, { eval: true })
  return async (): Promise<number[]> => {
    const gaps = new Promise<number[]>(resolve => thread.once('message', resolve))
    thread.postMessage('end')
    const found = await gaps
    await thread.terminate()
    return found
  }
}
const straysOf = (gaps: readonly number[]): number[] => {
  const middle = quantile(gaps, 0.5)
  return gaps.map(gap => Math.abs(gap - middle))
}

/** Output of eight universes to a plain socket: how regular it is, what it costs, and how soon a press goes out. */
const measureOutput = async (seconds: number) => {
  const ear = createSocket('udp4')
  await new Promise<void>(resolve => ear.bind(0, '127.0.0.1', resolve))
  const arrivals = new Map<number, number[]>()
  let latest: { level: number; at: number } | undefined
  ear.on('message', bytes => {
    const now = performance.now()
    // Read by hand: what the receiver costs is not what is measured.
    const [universe, level] = [bytes.readUInt16BE(UNIVERSE_AT), bytes[SLOTS_AT]!]
    const times = arrivals.get(universe) ?? []
    arrivals.set(universe, times)
    times.push(now)
    if (universe === 1 && level !== latest?.level) latest = { level, at: now }
  })
  const rig = openRig(rigSettings({ KEEN_TONAL_RIG_PORT: String(ear.address().port) }))
  const arm: RigCommand = {
    kind: 'arm',
    desk: DESK,
    name: 'bench',
    universes: Array.from({ length: UNIVERSES }, (_, index) => index + 1),
    priority: 100,
    holdS: null,
    takesOver: false,
    secret: '',
  }
  rig.take(arm)
  rig.take({ kind: 'play', desk: DESK, channels: channels(0.5), fadeS: 2 * seconds })
  await wait(500)
  arrivals.clear()
  const endTimer = plainTimer()
  const [before, began, heapBefore] = [process.cpuUsage(), performance.now(), process.memoryUsage().rss]
  await wait(1000 * seconds)
  const cpu = process.cpuUsage(before)
  const elapsed = performance.now() - began
  const gaps = [...arrivals.values()].flatMap(times => times.slice(1).map((time, index) => time - times[index]!))
  const strays = straysOf(gaps)
  const timer = straysOf(await endTimer())
  say(`packets a second and universe, ${UNIVERSES} universes`, (1000 / quantile(gaps, 0.5)).toFixed(1), '44 at most')
  say('jitter, 95th percentile', `${quantile(strays, 0.95).toFixed(2)} ms`, '5 ms')
  say('jitter, most', `${quantile(strays, 1).toFixed(2)} ms`, '')
  say(
    'a plain timer beside it: 95th percentile, most',
    `${quantile(timer, 0.95).toFixed(2)}, ${quantile(timer, 1).toFixed(2)} ms`,
    '',
  )
  say(
    'share of a core, receiver included',
    `${((100 * (cpu.user + cpu.system)) / 1000 / elapsed).toFixed(1)} %`,
    '10 %',
  )
  say(`memory after ${seconds} s`, `${((process.memoryUsage().rss - heapBefore) / 1e6).toFixed(1)} MB more`, '')
  const delays: number[] = []
  for (let press = 0; press < 40; press++) {
    await wait(60 + (press % 7))
    const level = press % 2 === 0 ? 1 : 0.2
    const pressed = performance.now()
    rig.take({ kind: 'play', desk: DESK, channels: channels(level), fadeS: 0 })
    while (!latest || latest.at < pressed || latest.level !== Math.round(255 * level)) await wait(1)
    delays.push(latest.at - pressed)
  }
  say('a level from press to packet, 95th percentile', `${quantile(delays, 0.95).toFixed(1)} ms`, '30 ms')
  await rig.close()
  ear.close()
}

/** Fifty phones in one room: how long a message takes to the last of them. */
const measureRelay = async () => {
  const relay = openRelay()
  const server = createServer()
  server.on('upgrade', relay.upgrade)
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  const url = `ws://127.0.0.1:${(server.address() as AddressInfo).port}/api/relay/${'r'.repeat(22)}`
  const opened = (socket: WebSocket) => new Promise<WebSocket>(resolve => socket.once('open', () => resolve(socket)))
  const laptop = await opened(new WebSocket(`${url}/laptop`))
  const phones = await Promise.all(Array.from({ length: PHONES }, () => opened(new WebSocket(`${url}/phone`))))
  const out: number[] = []
  const back: number[] = []
  for (let turn = 0; turn < 30; turn++) {
    const bytes = Buffer.alloc(20_000, turn)
    const sent = performance.now()
    const all = Promise.all(phones.map(phone => new Promise(resolve => phone.once('message', resolve))))
    laptop.send(bytes)
    await all
    out.push(performance.now() - sent)
    const asked = performance.now()
    const heard = new Promise(resolve => laptop.once('message', resolve))
    phones[turn % PHONES]!.send(Buffer.alloc(400))
    await heard
    back.push(performance.now() - asked)
    await wait(30)
  }
  say(`20 kB to the last of ${PHONES} phones, 95th percentile`, `${quantile(out, 0.95).toFixed(1)} ms`, '20 ms')
  say('from a phone to the laptop, 95th percentile', `${quantile(back, 0.95).toFixed(1)} ms`, '20 ms')
  for (const socket of [laptop, ...phones]) socket.terminate()
  relay.close()
  server.close()
}

/** The rig's output and the second screens' relay. `KEEN_TONAL_SOAK_S` lets the output run longer than 10 s. */
export const measureRig = async (): Promise<void> => {
  console.log('\n| what | measured | budget |\n| --- | --- | --- |')
  await measureOutput(Number(process.env.KEEN_TONAL_SOAK_S ?? 10))
  await measureRelay()
}

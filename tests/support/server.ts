import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { fileURLToPath } from 'node:url'

const SERVER = fileURLToPath(new URL('../../.output/server/index.mjs', import.meta.url))
const START_LIMIT_MS = 120_000

/** A free port of this machine. */
const freePort = () =>
  new Promise<number>((resolve, reject) => {
    const probe = createServer().once('error', reject)
    probe.listen(0, '127.0.0.1', () => {
      const address = probe.address()
      probe.close(() => resolve(typeof address === 'object' && address ? address.port : 0))
    })
  })

const answers = (url: string) =>
  fetch(url).then(
    response => response.ok,
    () => false,
  )

/** Starts the built app on loopback; `stop` ends exactly that process, `restart` brings it back on the same port. */
export const startServer = async ({
  entry = SERVER,
  env = {},
}: { entry?: string; env?: Record<string, string> } = {}) => {
  const port = await freePort()
  const url = `http://127.0.0.1:${port}`
  const launch = async () => {
    const child = spawn(process.execPath, [entry], {
      // A rig of its own: several servers may run beside each other.
      env: { ...process.env, KEEN_TONAL_RIG_PORT: '0', ...env, HOST: '127.0.0.1', PORT: String(port) },
      stdio: 'ignore',
    })
    const limit = Date.now() + START_LIMIT_MS
    while (!(await answers(url))) {
      if (Date.now() > limit || child.exitCode !== null)
        throw new Error('The built app did not start. Run "npm run build" first.')
      await new Promise(resolve => setTimeout(resolve, 100))
    }
    return child
  }
  let child = await launch()
  const stop = () =>
    new Promise<void>(resolve => {
      if (child.exitCode !== null || child.signalCode !== null) return resolve()
      child.once('exit', () => resolve())
      child.kill('SIGTERM')
    })
  const restart = async () => {
    child = await launch()
  }
  return { url, port, stop, restart }
}

import { spawn } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { stripVTControlCharacters } from 'node:util'

export const ROOT = fileURLToPath(new URL('../../', import.meta.url))

/** The last line of a text that has letters, without the terminal's colours and signs. */
const lastLine = text =>
  stripVTControlCharacters(text)
    .split('\n')
    .map(line => line.replace(/^[^\w]+/, '').trim())
    .filter(Boolean)
    .at(-1)

/**
 * Runs a command in the project's folder to its end; returns its exit code and its output, or passes the output
 * through. `hear` is told each last line of the output.
 */
export const run = (command, args, { quiet = false, env = {}, hear = () => {} } = {}) =>
  new Promise(resolve => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    })
    let output = ''
    const take = data => {
      output += data
      const line = lastLine(String(data))
      if (line) hear(line.slice(0, 80))
    }
    child.stdout?.on('data', take)
    child.stderr?.on('data', take)
    child.on('error', error => resolve({ code: 127, output: `${output}${error.message}\n` }))
    child.on('close', code => resolve({ code: code ?? 1, output }))
  })

/** Runs a program that an installed package brings. */
export const runTool = (name, args, options) => run(process.execPath, [`${ROOT}node_modules/${name}`, ...args], options)

/** Starts a program that lasts, hands signals on to it, and ends with it. */
export const become = (args, env) => {
  const child = spawn(process.execPath, args, { cwd: ROOT, env: { ...process.env, ...env }, stdio: 'inherit' })
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => child.kill(signal))
  child.on('exit', (code, signal) => process.exit(signal ? 0 : (code ?? 1)))
}

/**
 * Ends this process when npm, which started it, is gone: a signal to npm ends its shell without coming through to
 * here.
 */
export const endWithParent = () => {
  if (!process.env.npm_lifecycle_event) return
  const parent = process.ppid
  setInterval(() => process.ppid !== parent && process.kill(process.pid, 'SIGTERM'), 500).unref()
}

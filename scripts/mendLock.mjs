// Completes package-lock.json after an install: npm leaves out the optional binaries of other platforms,
// and `npm ci` then refuses the lock it wrote itself. What each runs on the registry says. Run after every install
// that changes the lock.
import { execFile } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { promisify } from 'node:util'

const LOCK = new URL('../package-lock.json', import.meta.url)
/** Questions to the registry at a time. */
const AT_ONCE = 8

const run = promisify(execFile)
const lock = JSON.parse(readFileSync(LOCK, 'utf8'))
const packages = lock.packages

/** Looks a dependency up as Node would: beside its parent first, then in each folder above. */
const isLocked = (parent, name, version) => {
  for (let base = parent; ;) {
    const found = packages[`${base ? `${base}/` : ''}node_modules/${name}`]
    if (found) return found.version === version
    if (!base) return false
    base = base.includes('/node_modules/') ? base.slice(0, base.lastIndexOf('/node_modules/')) : ''
  }
}

const FACTS = ['cpu', 'os', 'libc', 'dist.integrity']
/** The entry of a package, by what the registry says of it. */
const entryOf = async (name, version, isDev) => {
  const { stdout } = await run('npm', ['view', `${name}@${version}`, ...FACTS, '--json'])
  const { cpu, os, libc, 'dist.integrity': integrity } = JSON.parse(stdout)
  return { version, integrity, cpu, ...(isDev && { dev: true }), libc, optional: true, os }
}

const missing = Object.entries(packages).flatMap(([parent, entry]) =>
  Object.entries(entry.optionalDependencies ?? {})
    .filter(([name, version]) => /^\d/.test(version) && !isLocked(parent, name, version))
    .map(([name, version]) => ({ at: `${parent}/node_modules/${name}`, name, version, isDev: entry.dev })),
)
for (let from = 0; from < missing.length; from += AT_ONCE)
  await Promise.all(
    missing.slice(from, from + AT_ONCE).map(async ({ at, name, version, isDev }) => {
      packages[at] = await entryOf(name, version, isDev)
    }),
  )
lock.packages = Object.fromEntries(Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1)))
if (missing.length > 0) writeFileSync(LOCK, `${JSON.stringify(lock, null, 2)}\n`)
console.log(
  missing.length > 0
    ? `package-lock.json: ${missing.length} optional binaries of other platforms added`
    : 'package-lock.json is complete',
)

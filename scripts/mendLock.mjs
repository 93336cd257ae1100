// Completes package-lock.json after an install: npm leaves out the optional binaries of other platforms,
// and `npm ci` then refuses the lock it wrote itself. Run after every install that changes the lock.
import { readFileSync, writeFileSync } from 'node:fs'

const LOCK = new URL('../package-lock.json', import.meta.url)
const SYSTEMS = ['linux', 'darwin', 'win32', 'freebsd', 'openbsd', 'netbsd', 'sunos', 'aix', 'android', 'openharmony']
const PROCESSORS = {
  x64: 'x64',
  arm64: 'arm64',
  armv7: 'arm',
  arm: 'arm',
  ia32: 'ia32',
  loong64: 'loong64',
  mips64el: 'mips64el',
  ppc64: 'ppc64',
  riscv64: 'riscv64',
  s390x: 's390x',
  wasm32: 'wasm32',
}

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

let added = 0
for (const [parent, entry] of Object.entries(packages)) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    if (!/^\d/.test(version) || isLocked(parent, name, version)) continue
    const words = name.toLowerCase().split(/[/-]/)
    const os = SYSTEMS.filter(system => words.includes(system))
    const cpu = [
      ...new Set(
        Object.keys(PROCESSORS)
          .filter(word => words.includes(word))
          .map(word => PROCESSORS[word]),
      ),
    ]
    packages[`${parent}/node_modules/${name}`] = {
      version,
      ...(cpu.length && { cpu }),
      ...(os.length && { os }),
      ...(entry.dev && { dev: true }),
      optional: true,
    }
    added += 1
  }
}
lock.packages = Object.fromEntries(Object.entries(packages).sort(([a], [b]) => (a < b ? -1 : 1)))
if (added) writeFileSync(LOCK, `${JSON.stringify(lock, null, 2)}\n`)
console.log(
  added ? `package-lock.json: ${added} optional binaries of other platforms added` : 'package-lock.json is complete',
)

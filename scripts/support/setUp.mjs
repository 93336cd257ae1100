import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT, run, runTool } from './run.mjs'

/** Files and folders that the built app is made from. */
export const SOURCES = [
  'app',
  'core',
  'services',
  'wording',
  'server',
  'public',
  'nuxt.config.ts',
  'package-lock.json',
  'tsconfig.json',
]
const STAMPS = join(ROOT, 'node_modules', '.keen-tonal')

const filesUnder = path =>
  statSync(path).isDirectory()
    ? readdirSync(path)
        .sort()
        .flatMap(name => filesUnder(join(path, name)))
    : [path]

/** One hash of the contents of files, so that touching a file changes nothing and editing one does. */
const hashOf = names => {
  const hash = createHash('sha256')
  for (const file of names
    .map(name => join(ROOT, name))
    .filter(existsSync)
    .flatMap(filesUnder))
    hash.update(file).update(readFileSync(file))
  return hash.digest('hex')
}

const stampIs = (name, hash) => existsSync(join(STAMPS, name)) && readFileSync(join(STAMPS, name), 'utf8') === hash
const stamp = (name, hash) => {
  mkdirSync(STAMPS, { recursive: true })
  writeFileSync(join(STAMPS, name), hash)
}

/** A line is printed at least this often while something runs, milliseconds: no silence looks like a fault. */
const TELL_MS = 8000

/** Runs something long and says how far it is: seconds so far, seconds that it usually takes, and what `far` tells. */
const told = async (title, usualS, task, far = () => '') => {
  const start = Date.now()
  const seconds = () => Math.round((Date.now() - start) / 1000)
  console.log(`${title}: usually ${usualS} s…`)
  const timer = setInterval(() => console.log(`${title}: ${seconds()} s of about ${usualS}${far()}`), TELL_MS)
  const result = await task().finally(() => clearInterval(timer))
  console.log(`${title}: done in ${seconds()} s`)
  return result
}

const MODULES = join(ROOT, 'node_modules')
const foldersIn = path => (existsSync(path) ? readdirSync(path) : [])
/** Packages that lie in node_modules so far, of those that the lock names. */
const packagesSoFar = () => {
  const names = foldersIn(MODULES).flatMap(name => (name.startsWith('@') ? foldersIn(join(MODULES, name)) : [name]))
  const { packages } = JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8'))
  const all = Object.keys(packages).filter(path => /^node_modules\/(@[^/]+\/)?[^/]+$/.test(path)).length
  return `, ${Math.min(names.length, all)} of ${all} packages unpacked`
}

const fail = (what, output) => {
  console.error(`${output}\n${what} failed; see above.`)
  process.exit(1)
}

/** Installs the locked dependencies when they are missing or the lock has changed. */
export const ensureDependencies = async () => {
  const hash = hashOf(['package.json', 'package-lock.json'])
  if (stampIs('dependencies', hash)) return
  const { code, output } = await told(
    'Installing dependencies',
    70,
    () => run('npm', ['ci', '--no-audit', '--no-fund'], { quiet: true }),
    packagesSoFar,
  )
  if (code !== 0) fail('npm ci', output)
  stamp('dependencies', hash)
}

/** Makes the framework's generated types and settings when they are missing. */
export const ensurePrepared = async () => {
  if (existsSync(join(ROOT, '.nuxt', 'eslint.config.mjs')) && existsSync(join(ROOT, '.nuxt', 'tsconfig.app.json')))
    return
  const { code, output } = await runTool('nuxt/bin/nuxt.mjs', ['prepare'], { quiet: true })
  if (code !== 0) fail('nuxt prepare', output)
}

/** Lines of the framework's build that name a phase; the others are warnings about packages. */
const PHASE =
  /^(Building|Client built|Server built|Prerender|Initializing|Generated|Nitro)|modules transformed|built in/

/** Builds the app when its sources have changed since the last build. */
export const ensureBuild = async () => {
  const hash = hashOf(SOURCES) + (process.env.KEEN_TONAL_BASE ?? '')
  if (existsSync(join(ROOT, '.output', 'server', 'index.mjs')) && stampIs('build', hash)) return
  let last = ''
  const { code, output } = await told(
    'Building',
    100,
    () => runTool('nuxt/bin/nuxt.mjs', ['build'], { quiet: true, hear: line => PHASE.test(line) && (last = line) }),
    () => (last ? `, ${last}` : ''),
  )
  if (code !== 0) fail('The build', output)
  stamp('build', hash)
}

/** Makes sure that Chromium and its driver are there for the browser tests; installs Debian's packages where it may. */
export const ensureBrowser = async () => {
  const isThere = () => existsSync('/usr/bin/chromium') && existsSync('/usr/bin/chromedriver')
  if (isThere()) return
  if (process.getuid?.() === 0) {
    const { output } = await told('Installing Chromium and ChromeDriver', 60, async () => {
      await run('apt-get', ['update'], { quiet: true })
      return run('apt-get', ['install', '-y', '--no-install-recommends', 'chromium', 'chromium-driver'], {
        quiet: true,
        env: { DEBIAN_FRONTEND: 'noninteractive' },
      })
    })
    if (!isThere()) fail('apt-get install chromium chromium-driver', output)
  } else
    fail(
      'The browser tests need Chromium and ChromeDriver. Install them with "sudo apt-get install chromium chromium-driver". This',
      '',
    )
}

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

const fail = (what, output) => {
  console.error(`${output}\n${what} failed; see above.`)
  process.exit(1)
}

/** Installs the locked dependencies when they are missing or the lock has changed. */
export const ensureDependencies = async () => {
  const hash = hashOf(['package.json', 'package-lock.json'])
  if (stampIs('dependencies', hash)) return
  console.log('Installing dependencies…')
  const { code, output } = await run('npm', ['ci', '--no-audit', '--no-fund'], { quiet: true })
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

/** Builds the app when its sources have changed since the last build. */
export const ensureBuild = async () => {
  const hash = hashOf(SOURCES) + (process.env.KEEN_TONAL_BASE ?? '')
  if (existsSync(join(ROOT, '.output', 'server', 'index.mjs')) && stampIs('build', hash)) return
  console.log('Building…')
  const { code, output } = await runTool('nuxt/bin/nuxt.mjs', ['build'], { quiet: true })
  if (code !== 0) fail('The build', output)
  stamp('build', hash)
}

/** Makes sure that Chromium and its driver are there for the browser tests; installs Debian's packages where it may. */
export const ensureBrowser = async () => {
  const isThere = () => existsSync('/usr/bin/chromium') && existsSync('/usr/bin/chromedriver')
  if (isThere()) return
  console.log('Installing Chromium and ChromeDriver…')
  if (process.getuid?.() === 0) {
    await run('apt-get', ['update'], { quiet: true })
    const { output } = await run(
      'apt-get',
      ['install', '-y', '--no-install-recommends', 'chromium', 'chromium-driver'],
      { quiet: true, env: { DEBIAN_FRONTEND: 'noninteractive' } },
    )
    if (!isThere()) fail('apt-get install chromium chromium-driver', output)
  } else
    fail(
      'The browser tests need Chromium and ChromeDriver. Install them with "sudo apt-get install chromium chromium-driver". This',
      '',
    )
}

import { fileURLToPath } from 'node:url'

const folder = path => fileURLToPath(new URL(`../../${path}`, import.meta.url))

/** The project's names for folders, for everything that runs TypeScript outside the app's own build. */
export const NAMES = {
  '#core': folder('core'),
  '#support': folder('tests/support'),
  '#services': folder('services'),
  '#wording': folder('wording'),
  '~': folder('app'),
}

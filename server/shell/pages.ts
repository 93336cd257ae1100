/** Pages of the app; each is the same shell, which draws what its path names. */
export const PAGES: readonly string[] = [
  '/',
  '/brief',
  '/kit',
  '/tones',
  '/looks',
  '/looks/compare',
  '/looks/order',
  '/looks/together',
  '/looks/lights',
  '/looks/day',
  '/looks/now',
  '/looks/sheet',
  '/explore',
  '/meter',
  '/meter/even',
  '/meter/spill',
  '/meter/readings',
  '/meter/walk',
  '/frames',
  '/frames/compare',
  '/frames/match',
  '/frames/response',
  '/frames/pictures',
  '/logbook',
  '/logbook/record',
  '/logbook/compare',
  '/logbook/repeat',
  '/logbook/match',
  '/logbook/card',
  '/logbook/figures',
  '/sets',
  '/files',
]

/** Whether a path is a page of the app; a trailing slash changes nothing. */
export const isPage = (path: string): boolean => PAGES.includes(path.length > 1 ? path.replace(/\/$/, '') : path)

/** Whether a path could have been meant as a page: it names no file and no hidden thing. */
export const looksLikePage = (path: string): boolean => /^(?:\/[a-z][\w-]*)+\/?$/i.test(path)

/** What the pages are called, in the bar, in their parts and in the browser's title. */
const NAMES: Readonly<Record<string, string>> = {
  '/': 'Stage',
  '/brief': 'Brief',
  '/kit': 'Kit',
  '/tones': 'Tones',
  '/looks': 'Looks',
  '/looks/compare': 'Looks compared',
  '/looks/order': 'Order of looks',
  '/looks/together': 'One placement',
  '/looks/lights': 'With what',
  '/looks/day': 'Day',
  '/looks/now': 'Now',
  '/looks/sheet': 'Day sheet',
  '/explore': 'Explore',
  '/meter': 'Meter',
  '/meter/even': 'Evenness',
  '/meter/spill': 'Spill',
  '/meter/readings': 'Readings',
  '/meter/walk': 'Walk line',
  '/frames': 'Frames',
  '/frames/compare': 'Frames compared',
  '/frames/match': 'Match a picture',
  '/frames/response': 'Camera response',
  '/frames/pictures': 'Pictures',
  '/frames/live': 'Live picture',
  '/logbook': 'Logbook',
  '/logbook/record': 'Record',
  '/logbook/compare': 'Records compared',
  '/logbook/repeat': 'Repeat',
  '/logbook/match': 'Match elsewhere',
  '/logbook/card': 'Card',
  '/logbook/figures': 'Logbook figures',
  '/practice': 'Practice',
  '/practice/exercise': 'Exercise',
  '/practice/progress': 'Progress',
  '/practice/collections': 'Collections',
  '/practice/sheet': 'Sheet of results',
  '/sets': 'Sets',
  '/files': 'Files',
  '/rig': 'Rig',
  '/rig/patch': 'Patch',
  '/rig/cues': 'Cues',
  '/screens': 'Second screen',
  '/phone': 'Second screen, phone',
}

/** Pages that have a name. */
export const NAMED_PAGES = Object.keys(NAMES)

/** What a page is called; empty where there is none such. */
export const pageName = (path: string): string => NAMES[path.length > 1 ? path.replace(/\/$/, '') : path] ?? ''

/** The title of a page: what it is, of which set, in which app. */
export const pageTitle = (path: string, setName: string): string =>
  [pageName(path), setName, 'Keen Tonal'].filter(Boolean).join(' · ')

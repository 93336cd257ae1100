/** Where the page leaves the worker that it started before the app was there. */
const EARLY_WORKER = 'earlyLight'

/**
 * A page that starts the light's worker at once: it loads, and makes its sitter ready, while the browser reads the
 * app. A phone that is a second screen works nothing out, and starts none. The page as it is where no such worker was
 * built.
 * @param base the path that the app lives under, with a slash at both ends
 * @param names of the files that were built beside the app
 */
export const withEarlyWorker = (html: string, base: string, names: readonly string[]): string => {
  const name = names.find(one => /^light\.worker-[\w-]+\.js$/.test(one))
  if (!name) return html
  const start = `self.${EARLY_WORKER}=new Worker('${base}_nuxt/${name}',{type:'module'})`
  // One that does not load is none: the app starts another, and hears why.
  const orNone = `self.${EARLY_WORKER}.onerror=()=>{self.${EARLY_WORKER}=undefined}`
  const script = `if(location.pathname.replace(/\\/$/,'')!=='${base}phone')try{${start};${orNone}}catch{}`
  return html.replace('</head>', `<script>${script}</script></head>`)
}

import { createHash } from 'node:crypto'

/** Inline scripts of a page, by the hashes that let exactly them run (CSP level 3). */
export const scriptHashes = (html: string): string[] =>
  [...html.matchAll(/<script(?<attributes>[^>]*)>(?<body>[\s\S]*?)<\/script>/g)]
    .filter(({ groups }) => groups!.body !== '' && !/\btype="application\/json"/.test(groups!.attributes!))
    .map(({ groups }) => `'sha256-${createHash('sha256').update(groups!.body!).digest('base64')}'`)

/** What a page of the app may do: run its own scripts, talk to its own server, show pictures that it made itself. */
export const contentPolicy = (hashes: readonly string[]): string => policyFor(["'wasm-unsafe-eval'", ...hashes])

/**
 * Workers whose libraries need more than a page may do, and what: the one that opens raw files makes functions out of
 * text, the one that decodes pictures fetches a part of itself out of its own text. A worker has no page to be harmed
 * by that.
 */
const WORKERS: readonly { script: RegExp; policy: string }[] = [
  {
    script: /^\/_nuxt\/raw\.worker-[\w-]+\.js$/,
    policy: "default-src 'none'; script-src 'self' 'unsafe-eval'; connect-src 'self'",
  },
  {
    script: /^\/_nuxt\/imaging\.worker-[\w-]+\.js$/,
    policy:
      "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self' data: blob:; img-src blob:; worker-src 'self'",
  },
]

/** The policy of a worker of its own; undefined where a file has that of the pages. */
export const workerPolicy = (path: string): string | undefined =>
  WORKERS.find(({ script }) => script.test(path))?.policy

const policyFor = (scripts: readonly string[]): string =>
  [
    "default-src 'none'",
    `script-src 'self' ${scripts.join(' ')}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self'",
    "connect-src 'self'",
    "media-src 'self' blob:",
    "worker-src 'self'",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "object-src 'none'",
    "frame-ancestors 'none'",
  ].join('; ')

/**
 * Headers of every answer, whatever it is. Isolation (shared memory between workers) is only granted to, and only
 * asked of, secure pages.
 */
export const answerHeaders = (policy: string, isSecure: boolean): Record<string, string> => ({
  'content-security-policy': policy,
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'no-referrer',
  'permissions-policy':
    'camera=(self), microphone=(), geolocation=(), payment=(), usb=(), serial=(), midi=(), display-capture=()',
  'cross-origin-resource-policy': 'same-origin',
  ...(isSecure ? { 'cross-origin-opener-policy': 'same-origin', 'cross-origin-embedder-policy': 'require-corp' } : {}),
})

import { build } from 'esbuild'
import { NAMES } from '../../scripts/support/names.mjs'

/** Bundles scripts as they would run, packages left outside; rejected where an import leads nowhere. */
export const bundled = (entryPoints: readonly string[], outdir?: string) =>
  build({
    entryPoints: [...entryPoints],
    outdir: outdir ?? 'nowhere',
    write: outdir !== undefined,
    alias: NAMES,
    bundle: true,
    packages: 'external',
    platform: 'node',
    format: 'esm',
    target: 'node20',
    logLevel: 'silent',
    loader: { '.vue': 'empty' },
    tsconfigRaw: '{}',
  })

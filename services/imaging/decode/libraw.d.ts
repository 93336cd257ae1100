/** The library for raw files by itself, without the worker that its package starts. */
declare module 'libraw-wasm/dist/libraw.js' {
  type Options = { wasmBinary?: Uint8Array; locateFile: (name: string) => string }
  const start: (options: Options) => Promise<import('./rawLibrary').RawLibrary>
  export default start
}

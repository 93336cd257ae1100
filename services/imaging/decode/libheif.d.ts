/** What is used of the library for HEIC pictures, which brings no types for its bundle. */
declare module 'libheif-js/wasm-bundle' {
  type Shown = { data: Uint8ClampedArray; width: number; height: number }
  type HeifImage = {
    get_width: () => number
    get_height: () => number
    display: (to: Shown, done: (shown: Shown | null) => void) => void
    free: () => void
  }
  const library: { HeifDecoder: new () => { decode: (bytes: Uint8Array) => HeifImage[] } }
  export default library
}

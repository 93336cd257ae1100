/** What is used of the colour engine; the package brings no types. Handles are addresses in its memory, 0 for none. */
declare module 'lcms-wasm' {
  type Engine = {
    cmsOpenProfileFromMem: (bytes: Uint8Array, length: number) => number
    cmsCreateXYZProfile: () => number
    /** Input and output with their formats, rendering intent, flags. */
    cmsCreateTransform: (...handles: [number, number, number, number, number, number]) => number
    cmsDoTransform: (transform: number, values: Float32Array, pixels: number) => Float32Array
    cmsDeleteTransform: (transform: number) => void
    cmsCloseProfile: (profile: number) => void
  }
  /** Loads the engine. */
  export const instantiate: () => Promise<Engine>
}

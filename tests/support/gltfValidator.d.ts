/** The part of the validator that tests ask. */
declare module 'gltf-validator' {
  export const validateBytes: (bytes: Uint8Array) => Promise<{
    issues: { numErrors: number; numWarnings: number; messages: { code: string; message: string; pointer?: string }[] }
  }>
}

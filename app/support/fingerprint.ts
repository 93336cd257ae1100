/** FNV-1a's prime, and two places to begin at. */
const PRIME = 0x01000193
const BASES = [0x811c9dc5, 0x2b5ad1f7] as const

/** A short name of a text for telling whether it is the same as before: 64 bits, not for anything secret. */
export const fingerprint = (text: string): string =>
  BASES.map(base => {
    let hash: number = base
    for (let at = 0; at < text.length; at++) hash = Math.imul(hash ^ text.charCodeAt(at), PRIME)
    return (hash >>> 0).toString(16).padStart(8, '0')
  }).join('')

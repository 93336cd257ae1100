/** Whether a file is a zip (its first local header or an empty end record), whatever its name. */
export const isZip = async (file: Blob): Promise<boolean> => {
  const [p, k, a, b] = new Uint8Array(await file.slice(0, 4).arrayBuffer())
  return p === 0x50 && k === 0x4b && ((a === 3 && b === 4) || (a === 5 && b === 6))
}

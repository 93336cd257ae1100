/** An amount of storage in the unit that suits it: `35 kB`, `12.4 MB`, `1.2 GB`. */
export const formatBytes = (bytes: number): string => {
  if (bytes < 1e6) return `${Math.round(bytes / 1e3)} kB`
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(1)} GB`
}

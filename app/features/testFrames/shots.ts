/** Ends of names of pictures that a camera makes of a shot, beside its raw file. */
const PICTURES = /\.(?:jpe?g|heic|heif|hif|avif|jxl|png|webp|tiff?|gif|bmp)$/i
/** What programs and systems lay beside pictures; anything else is looked at by its contents. */
const SIDECARS = /^\.|\.(?:xmp|thm|txt|json|csv|xml|html?|db|ini|tmp|part|crdownload|mov|mp4|wav)$/i

/** Whether a file is no picture by its name alone. */
export const isSidecar = (name: string): boolean => SIDECARS.test(name)

const stemOf = (name: string): string => name.replace(/\.[^.]*$/, '').toLowerCase()

/** Whether two files are of one shot, by their names. */
export const isOneShot = (one: { name: string }, other: { name: string }): boolean =>
  stemOf(one.name) === stemOf(other.name)

/**
 * Files as shots: where a raw file and a picture of one name lie side by side, the raw file stands for both, since one
 * shot must not teach twice.
 */
export const shotsOf = <F extends { name: string }>(files: readonly F[]): { shots: F[]; beside: F[] } => {
  const isRaw = ({ name }: F) => !PICTURES.test(name) && !isSidecar(name)
  const raws = new Set(files.filter(isRaw).map(({ name }) => stemOf(name)))
  const isBeside = ({ name }: F) => PICTURES.test(name) && raws.has(stemOf(name))
  return { shots: files.filter(file => !isBeside(file)), beside: files.filter(isBeside) }
}

/** That pictures beside raw files were left out; empty where none were. */
export const besideWords = (beside: readonly { name: string }[]): string => {
  if (beside.length === 0) return ''
  const names = beside.length > 3 ? `${beside.length} pictures` : beside.map(({ name }) => name).join(', ')
  return `${names}: the raw file of the same shot was taken in its place. Both together teach the camera\u2019s response, under "Camera response".`
}

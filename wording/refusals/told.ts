import type { FileKind, FileRefusal, Unread } from '#core/formats/envelope'
import type { PhotometricRefusal } from '#core/formats/photometricFaults'
import type { SalvageRefusal } from '#core/formats/salvage'
import type { TableRefusal } from '#core/formats/tableIn'
import type { PictureRefusal } from '#core/imaging/files/pictureFile'
import type { Outcome } from '#core/shared/outcome'
import type { ChangeRefusal } from '#core/validation/checkChange'
import { fileRefusedWords, salvageRefusedWords, unreadWords } from './files'
import { changeRefusedWords } from './misfits'
import { photometricRefusedWords } from './photometric'
import { pictureRefusedWords } from './pictures'
import { tableRefusedWords } from './tables'

/** The same answer, a refusal said by `words`. */
const inWords =
  <R>(words: (refusal: R) => string) =>
  <T>(outcome: Outcome<T, R>): Outcome<T> =>
    outcome.ok ? outcome : { ok: false, message: words(outcome.message) }

/** The answer of a reader of files of our own, its refusal said. */
export const fileTold = /* @__PURE__ */ inWords<FileRefusal>(fileRefusedWords)
/** The answer of a check of what came out of storage, its refusal said. */
export const unreadTold = <T>(outcome: Outcome<T, Unread>, kind: FileKind): Outcome<T> =>
  inWords<Unread>(why => unreadWords(why, kind))(outcome)
/** The answer of a rescue, its refusal said. */
export const salvageTold = /* @__PURE__ */ inWords<SalvageRefusal>(salvageRefusedWords)
/** The answer of a reader of photometric files, its refusal said. */
export const photometricTold = /* @__PURE__ */ inWords<PhotometricRefusal>(photometricRefusedWords)
/** The answer of a reader of tables, its refusal said. */
export const tableTold = /* @__PURE__ */ inWords<TableRefusal>(tableRefusedWords)
/** The answer of a reader of pictures, its refusal said. */
export const pictureTold = /* @__PURE__ */ inWords<PictureRefusal>(pictureRefusedWords)
/** The answer of the gate for changes, its refusal said. */
export const changeTold = /* @__PURE__ */ inWords<ChangeRefusal>(changeRefusedWords)

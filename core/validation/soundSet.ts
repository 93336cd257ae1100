import * as v from 'valibot'
import { validationErrorsAt } from './validation'
import { rule } from '../model/rules'
import { SetShape } from '../model/schema'

/** A set that is well formed and can be true: every border of the app checks with this. */
export const SetSchema = v.pipe(
  SetShape,
  v.rawCheck(({ dataset, addIssue }) => {
    // Geometry is built only from what the schema has let pass: a refused count may be a million.
    if (dataset.typed && !dataset.issues && validationErrorsAt(dataset.value).length > 0)
      addIssue({ message: rule('not-sound') })
  }),
)

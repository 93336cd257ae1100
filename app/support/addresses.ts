import * as v from 'valibot'
import { ownServer } from '~/support/ownServer'

const AddressesSchema = v.object({ addresses: v.array(v.string()) })

/**
 * Addresses under which other devices reach this server; none where it answers on this machine alone, undefined where
 * it does not say.
 */
export const askAddresses = async (): Promise<readonly string[] | undefined> => {
  try {
    const answer = v.safeParse(AddressesSchema, await (await fetch(ownServer('api/addresses'))).json())
    return answer.success ? answer.output.addresses : undefined
  } catch {
    return undefined
  }
}

import * as v from 'valibot'

const AddressesSchema = v.object({ addresses: v.array(v.string()) })

/**
 * Addresses under which other devices reach this server; none where it answers on this machine alone, undefined where
 * it does not say.
 */
export const askAddresses = async (): Promise<readonly string[] | undefined> => {
  try {
    const answer = v.safeParse(AddressesSchema, await (await fetch('/api/addresses')).json())
    return answer.success ? answer.output.addresses : undefined
  } catch {
    return undefined
  }
}

/** Asks a device for its key (WebAuthn), in the JSON form that browsers and the server share. */
import { Refusal } from '../api/client'
import { wayWords as say } from '../words/way'

type Json = Record<string, unknown>
interface Made {
  toJSON: () => Json
}
interface Reads {
  parseCreationOptionsFromJSON: (options: Json) => PublicKeyCredentialCreationOptions
  parseRequestOptionsFromJSON: (options: Json) => PublicKeyCredentialRequestOptions
}

const reads = (): Reads | null =>
  typeof PublicKeyCredential !== 'undefined' && 'parseCreationOptionsFromJSON' in PublicKeyCredential
    ? (PublicKeyCredential as unknown as Reads)
    : null
export const hasPasskeys = (): boolean => reads() !== null

async function answer(ask: (reads: Reads) => Promise<Credential | null>): Promise<Json> {
  const able = reads()
  if (!able) throw new Refusal(422, 'passkey', say.noPasskeys, 'passkey')
  try {
    const made = (await ask(able)) as unknown as Made | null
    if (made) return made.toJSON()
  } catch (error) {
    if (!(error instanceof DOMException)) throw error
  }
  throw new Refusal(422, 'passkey', say.cancelled, 'passkey')
}

export const makeKey = (options: Json): Promise<Json> =>
  answer((able) => navigator.credentials.create({ publicKey: able.parseCreationOptionsFromJSON(options) }))
export const askKey = (options: Json): Promise<Json> =>
  answer((able) => navigator.credentials.get({ publicKey: able.parseRequestOptionsFromJSON(options) }))

import { api, ask, Trouble } from '../api/client';

/** Why no passkey can be used here, and where it can; nothing when it can. */
export type NoPasskeys = { why: string; elsewhere?: string };

/** Browsers give passkeys to names, not to addresses in figures. */
export function noPasskeys(
  page: Pick<Location, 'hostname' | 'href'>,
  known: boolean,
): NoPasskeys | undefined {
  if (/^[\d.]+$|:/.test(page.hostname)) {
    const why = 'Passkeys belong to a name, and this page is at an address in figures.';
    if (page.hostname !== '127.0.0.1') return { why };
    const named = new URL(page.href);
    named.hostname = 'localhost';
    return { why, elsewhere: named.href };
  }
  return known ? undefined : { why: 'This browser knows no passkeys, or the page is not reached by TLS.' };
}

/** The same for this page. */
export const noPasskeysHere = () => noPasskeys(location, 'PublicKeyCredential' in window);

/** Makes a passkey on this device, for who knows the password. */
export async function addPasskey(name: string, password: string) {
  const { options } = await ask(api.POST('/api/account/passkeys/begin', { body: { password } }));
  const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(
    JSON.parse(options) as PublicKeyCredentialCreationOptionsJSON,
  );
  const made = await answered(navigator.credentials.create({ publicKey }));
  if (made) await ask(api.POST('/api/account/passkeys', { body: { name, credential: made } }));
  return made !== undefined;
}

/** Signs in with a passkey of this device; answers whether the maker chose one. */
export async function signInWithPasskey() {
  const { options } = await ask(api.POST('/api/account/passkeys/ask'));
  const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(
    JSON.parse(options) as PublicKeyCredentialRequestOptionsJSON,
  );
  const chosen = await answered(navigator.credentials.get({ publicKey }));
  if (chosen) await ask(api.POST('/api/account/passkeys/sign-in', { body: { credential: chosen } }));
  return chosen !== undefined;
}

/** What the device answered, as JSON; nothing when the maker thought better of it. Its own words when it refuses. */
async function answered(question: Promise<Credential | null>) {
  try {
    const credential = (await question) as PublicKeyCredential | null;
    return credential ? JSON.stringify(credential.toJSON()) : undefined;
  } catch (error) {
    if (!(error instanceof DOMException)) throw error;
    if (['NotAllowedError', 'AbortError'].includes(error.name)) return undefined;
    throw new Trouble(`The device refuses: ${error.message}`, 0);
  }
}

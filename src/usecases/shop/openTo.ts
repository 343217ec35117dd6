/** Whether the server answers the bays' network (VECTIS_HOST) and not this machine alone: then everybody has a PIN. */
export const openToNetwork = (): boolean => (process.env.VECTIS_HOST ?? '') !== '';

interface Keys {
  vectisSessionKey?: string;
  vectisLoginStands?: (loginId: string) => Promise<boolean>;
}
const shared = globalThis as typeof globalThis & Keys;

/** Key that session cookies are sealed with; set when the data folder is opened. */
export const sessionKey = (): string => {
  if (!shared.vectisSessionKey) throw new Error('The session key is set when the data folder is opened.');
  return shared.vectisSessionKey;
};
export const setSessionKey = (key: string): void => {
  shared.vectisSessionKey = key;
};

/**
 * Whether a login stands: asked of the store at each request, so that one that was ended is ended after a restart too.
 */
export const loginStands = (loginId: string): Promise<boolean> => {
  if (!shared.vectisLoginStands) throw new Error('Logins are known once the data folder is opened.');
  return shared.vectisLoginStands(loginId);
};
export const setLoginStands = (ask: (loginId: string) => Promise<boolean>): void => {
  shared.vectisLoginStands = ask;
};

export const SESSION_COOKIE = 'vectis-login';

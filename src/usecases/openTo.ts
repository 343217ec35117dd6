/** Whether the server answers the bays' network (VECTIS_HOST) and not this machine alone: then everybody has a PIN. */
export const openToNetwork = (): boolean => (process.env.VECTIS_HOST ?? '') !== '';

interface Keys {
  vectisSessionKey?: string;
  vectisEnded?: Set<string>;
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

/** Logins that were ended since the start, so that even a page that reads nothing of them is refused. */
export const endedLogins = (): Set<string> => {
  shared.vectisEnded ??= new Set();
  return shared.vectisEnded;
};

export const SESSION_COOKIE = 'vectis-login';

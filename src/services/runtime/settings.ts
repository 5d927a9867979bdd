/** How an installation runs, as its environment says. docs/operating.md tells each. */
export interface RunSettings {
  port: number;
  /** On which address of the machine it listens. */
  host: string;
  /** Where visitors find the first site, without a slash at the end: what feeds and letters say. */
  address: string;
  /** Whether that was told, and is not only guessed from where it listens. */
  isAddressTold: boolean;
  /** Where weaknesses are told of: `mailto:` or `https:`; nothing where nobody is named. */
  securityContact: string;
  /** How many proxies in front of it are trusted to say where a call came from. */
  proxies: number;
  /** The most bytes that the made sizes of pictures may take. */
  sizesBytes: number;
  /** The most bytes that visitors' pages may take in memory. */
  pagesBytes: number;
  /** How long (s) a shared cache in front may keep a page, and go on giving it while it asks again. */
  sharedSeconds: number;
  staleSeconds: number;
  /** Where such caches are told what to drop. */
  sharedCaches: readonly string[];
  /** Whether answers tell what they cost, for `npm run bench`. */
  measured: boolean;
}

const MB = 1024 ** 2;
const GB = 1024 ** 3;

/** A whole number from the environment, or what stands for it; anything else is refused with its name. */
function numberFrom(name: string, standard: number, most: number): number {
  const given = process.env[name];
  if (given === undefined || given === '') return standard;
  const read = Number(given);
  if (!Number.isFinite(read) || read < 0 || read > most)
    throw new Error(`${name} is a number from 0 to ${most}, not "${given}".`);
  return read;
}

/** Reads the settings from the environment. Throws, naming the setting, where one is none. */
export function runSettings(): RunSettings {
  const port = numberFrom('PORT', 4100, 65_535);
  const host = process.env.HOST || '127.0.0.1';
  const given = (process.env.CLEAR_FRAME_ADDRESS ?? '').replace(/\/+$/, '');
  if (given && !/^https?:\/\/[^/?#\s]+$/.test(given))
    throw new Error(`CLEAR_FRAME_ADDRESS is an address such as https://www.example.org, not "${given}".`);
  const securityContact = process.env.CLEAR_FRAME_SECURITY_CONTACT ?? '';
  if (securityContact && !/^(?:mailto:[^\s@]+@[^\s@]+|https:\/\/\S+)$/.test(securityContact))
    throw new Error(
      `CLEAR_FRAME_SECURITY_CONTACT is mailto: with an address, or https://…, not "${securityContact}".`,
    );
  const sharedCaches = (process.env.CLEAR_FRAME_SHARED_CACHES ?? '').split(/\s+/).filter(Boolean);
  for (const cache of sharedCaches)
    if (!/^https?:\/\/[^\s]+$/.test(cache) || !URL.canParse(cache))
      throw new Error(
        `CLEAR_FRAME_SHARED_CACHES are addresses such as http://127.0.0.1:6081, apart by spaces, not "${cache}".`,
      );
  const here = host === '0.0.0.0' || host === '::' || host === '127.0.0.1' ? 'localhost' : host;
  return {
    port,
    host,
    address: given || `http://${here}:${port}`,
    securityContact,
    isAddressTold: given !== '',
    proxies: numberFrom('CLEAR_FRAME_PROXIES', 0, 10),
    sizesBytes: numberFrom('CLEAR_FRAME_SIZES_GB', 2, 1000) * GB,
    pagesBytes: numberFrom('CLEAR_FRAME_PAGES_MB', 128, 100_000) * MB,
    sharedSeconds: numberFrom('CLEAR_FRAME_SHARED_SECONDS', 0, 31_536_000),
    staleSeconds: numberFrom('CLEAR_FRAME_STALE_SECONDS', 0, 31_536_000),
    sharedCaches,
    measured: process.env.CLEAR_FRAME_MEASURED === 'yes',
  };
}

/** The providers of the sample that do not exist: what begins so is shown by a page of this server. */
const places = [
  { begins: 'https://lanternfilms.example/show/', what: 'film' },
  { begins: 'https://fenmaps.example/', what: 'map' },
] as const;

const STAND_INS = '/api/stand-ins/';

/** Where a stand-in shows what an address elsewhere would; nothing where there is none for it. */
export function standInFor(address: string): string | undefined {
  const place = places.find(({ begins }) => address.startsWith(begins));
  return place && `${STAND_INS}${place.what}?of=${encodeURIComponent(address.slice(place.begins.length))}`;
}

const drawings: Record<string, string> = {
  film: '<rect width="320" height="180" fill="#17292a"/><circle cx="160" cy="90" r="34" fill="none" stroke="#eceee6" stroke-width="4"/><path d="M150 72l30 18-30 18z" fill="#eceee6"/>',
  map: '<rect width="320" height="180" fill="#dfe8dc"/><path d="M0 120q80-50 160-10t160-40v110H0z" fill="#a9c6c9"/><path d="M20 20q90 60 150 40t130 60" fill="none" stroke="#8a3b24" stroke-width="3" stroke-dasharray="6 5"/><circle cx="170" cy="60" r="7" fill="#8a3b24"/>',
};

/** What a stand-in shows in its frame, as a page of its own without script; nothing where there is none of the name. */
export function standInPage(what: string): string | undefined {
  const drawing = drawings[what];
  return (
    drawing &&
    `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Stand-in for a ${what}</title></head><body><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 320 180" width="100%" role="img" aria-label="Stand-in for a ${what}">${drawing}</svg></body></html>`
  );
}

/** A name as it may stand in an address: lower-case letters, digits and dashes. */
export const slug = (name: string, fallback: string, letters = 60): string =>
  name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, letters) || fallback;

/** Letters and figures nobody takes for one another on a worn label. */
const LETTERS = 'ACDEFGHJKLMNPQRTUVWXY3479';
const LENGTH = 4;

/** What a label carries of a device or lead: four letters, always the same for the same id (FNV-1a of it, 32 bit). */
export const shortCode = (id: string): string => {
  let hash = 0x811c9dc5;
  for (const letter of id) hash = Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193) >>> 0;
  let code = '';
  for (let at = 0; at < LENGTH; at += 1) {
    code += LETTERS[hash % LETTERS.length];
    hash = Math.floor(hash / LETTERS.length);
  }
  return code;
};

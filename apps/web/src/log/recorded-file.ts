/** Files up to this size are read whole for their hash, bytes: a browser holds them in memory. */
const MOST_BYTES = 1024 ** 3;

const sizeWords = (bytes: number): string =>
  bytes < 1e6 ? `${(bytes / 1e3).toFixed(1)} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

/** "keeper.wav, 41.2 MB, SHA-256 9f86…": a file as the log keeps it; the hash tells later whether a copy is whole. */
export const recordedFile = async (file: Blob & { name: string }): Promise<string> => {
  const said = `${file.name}, ${sizeWords(file.size)}`;
  // A page a browser does not hold for safe has no hash.
  if (!globalThis.crypto?.subtle) return `${said}, no SHA-256: this page is not under HTTPS`;
  if (file.size > MOST_BYTES) return `${said}, no SHA-256: larger than a browser reads at once`;
  const digest = new Uint8Array(await crypto.subtle.digest('SHA-256', await file.arrayBuffer()));
  return `${said}, SHA-256 ${[...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('')}`;
};

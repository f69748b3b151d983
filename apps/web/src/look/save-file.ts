/** A name that every file system takes. */
export const fileName = (name: string, ending: string): string =>
  `${name.replace(/[^\p{L}\p{N} -]/gu, '').trim() || 'rig'}.${ending}`;

/** Lets the browser save something as a file. */
export const saveFile = (name: string, content: Blob): void => {
  const url = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
};

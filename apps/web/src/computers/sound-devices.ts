import type { ListedDevice } from '@diaphon/core';

/** What a browser calls by another name once more. */
const ALIASES: ReadonlySet<string> = new Set(['default', 'communications']);

const listedAs = (one: MediaDeviceInfo): ListedDevice => {
  // How many channels go out no browser says.
  if (one.kind !== 'audioinput') return { name: one.label };
  const most =
    'getCapabilities' in one ? (one as InputDeviceInfo).getCapabilities().channelCount?.max : undefined;
  return { name: one.label, ...(most === undefined ? {} : { inputs: most }) };
};

/**
 * The sound devices this browser reports, one for each way. It asks to listen first, for without that it gives no names; what it
 * hears is dropped at once, and nothing leaves the machine.
 * @throws Error with words for the operator, where it may not, or cannot
 */
export const readSoundDevices = async (): Promise<ListedDevice[]> => {
  if (!('mediaDevices' in navigator))
    throw new Error(
      'This browser gives no list to this address. Open Diaphon under 127.0.0.1, or paste a list.',
    );
  try {
    const heard = await navigator.mediaDevices.getUserMedia({ audio: true });
    for (const track of heard.getTracks()) track.stop();
  } catch (error) {
    const isRefused = error instanceof DOMException && error.name === 'NotAllowedError';
    throw new Error(
      isRefused
        ? 'The browser was not allowed to listen, and gives no names without. Allow the microphone for this page, or paste a list.'
        : 'The browser finds no microphone to ask. Plug one in and read again, or paste a list.',
    );
  }
  const all = await navigator.mediaDevices.enumerateDevices();
  return all
    .filter(({ kind, deviceId, label }) => kind !== 'videoinput' && !ALIASES.has(deviceId) && label !== '')
    .map(listedAs);
};
